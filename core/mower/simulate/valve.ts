import { of, type Shows, yes } from './simulation.ts';

/** [mm2] [M] */
const STANDS_OPEN_MM2 = 45;

/** Blades step by so much [mm] [P]; how often one sticks that should go, and how often the crank does not stand where it should [M]. */
const BLADE_MM = 0.0127;
const BLADE_STICKS = 0.1;
const OFF_ITS_PLACE = 0.02;
const RAMP_TAKES_MM = 0.05;

export const VALVE_SHOWS = {
  'valve.motion': ({ m, i }) => {
    const c = m.cylinders[i]!;
    // Held off by less than half a millimetre it looks shut.
    if (c.stuckMm2 > STANDS_OPEN_MM2) return 'stays-open';
    const [inlet, outlet] = [
      c.lift.intake - Math.max(0, c.lashMm.intake - 0.2) / 6,
      c.lift.exhaust - Math.max(0, c.lashMm.exhaust - 0.25) / 6,
    ];
    return inlet < 0.1
      ? 'intake-still'
      : outlet < 0.1
        ? 'exhaust-still'
        : inlet < 0.82 * Math.max(outlet, 0.6)
          ? 'intake-short'
          : outlet < 0.82 * inlet
            ? 'exhaust-short'
            : 'equal';
  },
  'valve.pushrods': ({ m, i }) => m.cylinders[i]!.pushrod,
  'valve.rocker-studs': ({ m, i }) => yes(!m.cylinders[i]!.studLoose, 'tight', 'loose'),
  'valve.lash': (t) => {
    const { lashMm } = t.m.cylinders[t.i]!;
    // Short of its place on the ramp of the cam a valve is found tighter than it is.
    const offPlace = t.chance.next() < OFF_ITS_PLACE ? RAMP_TAKES_MM : 0;
    // By blades of five hundredths' pitch: a bracket's middle; one that is oily or worn goes or sticks a blade too early.
    const blade = (mm: number) => {
      const sticks = t.chance.next() < BLADE_STICKS ? -BLADE_MM : 0;
      const felt = mm - offPlace + sticks + 0.004 * t.m.instruments.blades + 0.005 * t.chance.normal();
      return of(Math.max(0, Math.round(felt / BLADE_MM) * BLADE_MM), 'mm');
    };
    return { fields: { intake: blade(lashMm.intake), exhaust: blade(lashMm.exhaust) } };
  },
  'valve.springs': ({ m, i }) => yes(!m.cylinders[i]!.springBroken, 'ok', 'broken'),
  'valve.lifter': ({ m, i }) => yes(!m.cylinders[i]!.lifterCollapsed, 'firm', 'collapsed'),
} satisfies Partial<Shows>;
