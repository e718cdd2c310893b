import type { Rules } from '../house/rules.ts';
import {
  heldPa,
  holeMm2,
  type LeakTester,
  leakAreaMm2,
  percentLeak,
  REFERENCE_TESTER,
  SEA_LEVEL_PA,
} from '../measure/index.ts';
import { type Arc, needleDeg } from './gauge.ts';

/** What is known of a leak-down test so far; pressures gauge [Pa], lengths [mm]. */
export interface LeakDownSeen {
  readonly supplyPa: number | null;
  readonly heldPa: number | null;
  readonly orificeMm: number;
  /** How far the held gauge may be off [Pa]. */
  readonly heldErrorPa: number;
  readonly ambientPa: number;
  /** Equivalent leak of the other cylinder, and of this one before the repair [mm2]; null where not taken. */
  readonly twinMm2: number | null;
  readonly beforeMm2: number | null;
}

export interface LeakDownScene {
  /** End of both scales [Pa]. */
  readonly fullPa: number;
  readonly supplyDeg: number | null;
  readonly heldDeg: number | null;
  /** Where the held needle may really stand. */
  readonly heldWhisker: Arc | null;
  /** On the held gauge, for this supply and this orifice: sound, worn, leaks, open, each an arc from high pressure to low. */
  readonly zones: readonly (Arc & { readonly outcome: 'sound' | 'worn' | 'leaks' | 'open' })[];
  /** The needle as the twin and as before the repair would stand on this gauge [deg]. */
  readonly twinDeg: number | null;
  readonly beforeDeg: number | null;
  /** Diameter of the one round hole that would leak as much [mm]; null without both readings, or where they cannot be. */
  readonly holeMm: number | null;
  readonly twinHoleMm: number | null;
  readonly beforeHoleMm: number | null;
  /** What the same leak reads on other testers [%]. */
  readonly elsewhere: readonly { readonly orificeIn: number; readonly supplyPsi: number; readonly percent: number }[];
}

const PASCALS_PER_PSI = 6894.757;
const SCALES_PSI = [100, 160, 300] as const;
/** Testers that are met: bore of the orifice [in], supply [psi] [P]. */
const OTHERS = [
  [0.04, 80],
  [0.04, 40],
  [0.06, 80],
] as const;

const holeOf = (areaMm2: number | null) => (areaMm2 === null ? null : Math.sqrt((4 * areaMm2) / Math.PI));

/**
 * What the leak-down bench shows: needles, the zones of this tester on the held gauge, and the leak as one round hole.
 * @param rules of the house: good, limit and open, as percent on the reference tester
 * @see FAA AC 43.13-1B (80 psi, 0.040 in)
 */
export function leakDownScene(seen: LeakDownSeen, rules: Rules): LeakDownScene {
  const { supplyPa, orificeMm, ambientPa } = seen;
  const scale = SCALES_PSI.find((psi) => (supplyPa ?? 0) <= psi * PASCALS_PER_PSI) ?? SCALES_PSI[2];
  const fullPa = scale * PASCALS_PER_PSI;
  const at = (pa: number) => needleDeg(pa, fullPa);
  const tester: LeakTester | null =
    supplyPa !== null && supplyPa > 0 ? { supplyPa, orificeMm2: holeMm2(orificeMm) } : null;
  const heldOver = (areaMm2: number | null) =>
    tester && areaMm2 !== null ? at(heldPa(tester, areaMm2, ambientPa)) : null;
  const held = seen.heldPa;
  const possible = tester && held !== null && held > 0 && held <= tester.supplyPa;
  const area = possible ? leakAreaMm2(tester, held, ambientPa) : null;
  return {
    fullPa,
    supplyDeg: supplyPa === null ? null : at(supplyPa),
    heldDeg: held === null ? null : at(held),
    heldWhisker: held === null ? null : { fromDeg: at(held - seen.heldErrorPa), toDeg: at(held + seen.heldErrorPa) },
    zones: tester ? zonesOf(tester, rules, at, ambientPa) : [],
    twinDeg: heldOver(seen.twinMm2),
    beforeDeg: heldOver(seen.beforeMm2),
    holeMm: holeOf(area),
    twinHoleMm: holeOf(seen.twinMm2),
    beforeHoleMm: holeOf(seen.beforeMm2),
    elsewhere:
      area === null
        ? []
        : OTHERS.map(([orificeIn, supplyPsi]) => ({
            orificeIn,
            supplyPsi,
            percent: readsOn(area, orificeIn, supplyPsi),
          })),
  };
}

/** What a leak of that area reads at sea level on a tester of that bore and supply [%]. */
export function readsOn(areaMm2: number, orificeIn: number, supplyPsi: number): number {
  const tester = { supplyPa: supplyPsi * PASCALS_PER_PSI, orificeMm2: holeMm2(25.4 * orificeIn) };
  return percentLeak(tester.supplyPa, heldPa(tester, areaMm2));
}

/** A limit in percent on the reference tester, as the area that reads so there. */
const areaAtPercent = (percent: number) =>
  leakAreaMm2(REFERENCE_TESTER, REFERENCE_TESTER.supplyPa * (1 - percent / 100), SEA_LEVEL_PA);

function zonesOf(
  tester: LeakTester,
  rules: Rules,
  at: (pa: number) => number,
  ambientPa: number,
): LeakDownScene['zones'] {
  const edge = (percent: number) => at(heldPa(tester, areaAtPercent(percent), ambientPa));
  const [good, limit, open] = [rules.leakGoodPercent, rules.leakLimitPercent, rules.leakOpenPercent].map((r) =>
    edge(r.value),
  );
  return [
    { outcome: 'sound', fromDeg: good!, toDeg: at(tester.supplyPa) },
    { outcome: 'worn', fromDeg: limit!, toDeg: good! },
    { outcome: 'leaks', fromDeg: open!, toDeg: limit! },
    { outcome: 'open', fromDeg: at(0), toDeg: open! },
  ];
}

/** Area of a leak from one reading of a tester, or null where the two cannot be [mm2]. */
export function leakOf(
  supplyPa: number | null,
  held: number | null,
  orificeMm: number,
  ambientPa: number,
): number | null {
  if (supplyPa === null || held === null || !(supplyPa > 0 && held > 0 && held <= supplyPa)) return null;
  return leakAreaMm2({ supplyPa, orificeMm2: holeMm2(orificeMm) }, held, ambientPa);
}
