import type { EngineWords } from '../engine/index.ts';
import {
  diodeRange,
  type Harness,
  type Leg,
  type Meter,
  ohmRange,
  type Probe,
  type Spark,
  sparkLeft,
  sparkOf,
} from '../mower/killHarness.ts';

export type { Meter, Probe, Spark };

/** How the harness stands while the meter is on it. */
export interface HarnessSet {
  readonly coils: 'plugged' | 'unplugged';
  readonly key: 'run' | 'stop';
  readonly connector: 'joined' | 'parted';
  readonly range: 'diode' | 'ohm';
}

/** What may be wrong in it; `leg` counts from 1. */
export type HarnessState =
  | { readonly kind: 'well' }
  | { readonly kind: 'diode-shorted' | 'diode-open' | 'leg-chafed'; readonly leg: number }
  | { readonly kind: 'common-chafed' | 'key-stays-closed' | 'key-stays-open' };

export interface HarnessRow {
  readonly state: HarnessState;
  /** Under each polarity that may be: one where the engine's is known. */
  readonly meter: readonly Meter[];
  /** The meter cannot tell it from a harness that is well, in this place and set so. */
  readonly asWell: boolean;
}

const PRIMARY_OHMS = 1;
const LEG: Leg = { primaryOhms: PRIMARY_OHMS, diode: 'good', chafed: false, lead: 'on' };
type Polarity = Harness['polarity'];

export const polaritiesOf = ({
  killDiodePolarity = 'unknown',
}: Pick<EngineWords, 'killDiodePolarity'>): readonly Polarity[] =>
  killDiodePolarity === 'unknown' ? ['to-common', 'from-common'] : [killDiodePolarity];

/** Everything that may be wrong in a harness of so many legs, first that nothing is. */
export function harnessStates(legs: number): readonly HarnessState[] {
  const each = Array.from({ length: legs }, (_, i) => i + 1);
  return [
    { kind: 'well' },
    ...each.map((leg) => ({ kind: 'diode-shorted' as const, leg })),
    ...each.map((leg) => ({ kind: 'diode-open' as const, leg })),
    ...each.map((leg) => ({ kind: 'leg-chafed' as const, leg })),
    { kind: 'common-chafed' },
    { kind: 'key-stays-closed' },
    { kind: 'key-stays-open' },
  ];
}

/** The circuit of a harness in that state, set so. */
export function harnessOf(
  legs: number,
  state: HarnessState,
  { key, connector }: Pick<HarnessSet, 'key' | 'connector'>,
  polarity: Polarity,
): Harness {
  const keyStands =
    state.kind === 'key-stays-closed' ? 'stuck-closed' : state.kind === 'key-stays-open' ? 'stuck-open' : key;
  return {
    legs: Array.from({ length: legs }, (_, i): Leg => {
      if (!('leg' in state) || state.leg !== i + 1) return LEG;
      if (state.kind === 'leg-chafed') return { ...LEG, chafed: true };
      return { ...LEG, diode: state.kind === 'diode-open' ? 'open' : 'shorted' };
    }),
    commonChafed: state.kind === 'common-chafed',
    connector,
    key: keyStands,
    polarity,
  };
}

/**
 * What the meter should show between two points: if all is well, and for each thing that may be wrong.
 * @param red,black a leg counts from 0 here
 */
export function harnessReadings(
  engine: Pick<EngineWords, 'cylinders' | 'killDiodePolarity'>,
  set: HarnessSet,
  red: Probe,
  black: Probe,
): readonly HarnessRow[] {
  const ways = polaritiesOf(engine);
  const range = set.range === 'diode' ? diodeRange : ohmRange;
  const read = (state: HarnessState) =>
    ways.map((polarity) => range(harnessOf(engine.cylinders, state, set, polarity), red, black, set.coils));
  const well = read({ kind: 'well' });
  return harnessStates(engine.cylinders).map((state) => {
    const meter = read(state);
    return { state, meter, asWell: meter.every((m, i) => alike(m, well[i]!, set.range)) };
  });
}

/** Nobody parts them by eye: a tenth of a volt, or two ohm and a tenth of what is read. */
function alike(a: Meter, b: Meter, range: HarnessSet['range']): boolean {
  if (a === 'OL' || b === 'OL') return a === b;
  return Math.abs(a - b) < (range === 'diode' ? 0.1 : Math.max(0.4, 0.1 * Math.max(a, b)));
}

/** Which cylinder fires with the harness in that state; `opened` is the coil whose own kill lead is off, 1 .. n. */
export function harnessSparks(
  engine: Pick<EngineWords, 'cylinders' | 'killDiodePolarity'>,
  state: HarnessState,
  set: Pick<HarnessSet, 'key' | 'connector'>,
  opened: number | null,
): readonly Spark[] {
  const harness = harnessOf(engine.cylinders, state, set, polaritiesOf(engine)[0]!);
  const legs = harness.legs.map((leg, i): Leg => (i + 1 === opened ? { ...leg, lead: 'off' } : leg));
  return legs.map((_, i) => sparkOf(sparkLeft({ ...harness, legs }, i)));
}
