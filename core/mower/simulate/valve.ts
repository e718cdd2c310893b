import { of, type Shows, yes } from './simulation.ts';

export const VALVE_SHOWS = {
  'valve.motion': ({ m, i }) => {
    const c = m.cylinders[i]!;
    if (c.stuckMm2 > 15) return 'stays-open';
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
    // By blades of five hundredths' pitch: a bracket's middle.
    const blade = (mm: number) => of(Math.max(0, Math.round((mm + 0.006 * t.chance.normal()) / 0.0127) * 0.0127), 'mm');
    return { fields: { intake: blade(lashMm.intake), exhaust: blade(lashMm.exhaust) } };
  },
  'valve.springs': ({ m, i }) => yes(!m.cylinders[i]!.springBroken, 'ok', 'broken'),
  'valve.lifter': ({ m, i }) => yes(!m.cylinders[i]!.lifterCollapsed, 'firm', 'collapsed'),
} satisfies Partial<Shows>;
