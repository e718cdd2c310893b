import type { Rules } from '../house/rules.ts';
import { loadMinVolts } from '../measure/index.ts';

/** A stretch of a dial, and what it says. */
export interface DialZone {
  readonly says: 'bad' | 'doubtful' | 'good';
  readonly from: number;
  readonly to: number;
}

export interface Dial {
  readonly from: number;
  readonly to: number;
  readonly unit: 'V' | '%';
  readonly zones: readonly DialZone[];
}

/** Checks of the battery and its charging that are read on one dial. */
export type DialCheck = 'power.tester' | 'power.load' | 'charge.volts';

/** Shares of the dial a full scale is divided into, for its strokes. */
const FULL = { 'power.tester': [0, 120], 'power.load': [6, 13], 'charge.volts': [12, 16] } as const;

/**
 * The dial of a check with its zones by the house's limits.
 * @param batteryC of the battery; null for the table's 21 C, where nobody said
 */
export function dialOf(check: DialCheck, rules: Rules, batteryC: number | null): Dial {
  const [from, to] = FULL[check];
  const zones = (edges: readonly number[], says: readonly DialZone['says'][]): readonly DialZone[] =>
    says.map((said, i) => ({
      says: said,
      from: i === 0 ? from : edges[i - 1]!,
      to: i === edges.length ? to : edges[i]!,
    }));
  if (check === 'power.tester')
    return {
      from,
      to,
      unit: '%',
      zones: zones([rules.ccaBadPercent.value, rules.ccaWornPercent.value], ['bad', 'doubtful', 'good']),
    };
  if (check === 'power.load')
    return { from, to, unit: 'V', zones: zones([loadMinVolts(batteryC ?? 21)], ['bad', 'good']) };
  const { chargeLowVolts, chargeGoodLowVolts, chargeGoodHighVolts, chargeHighVolts } = rules;
  return {
    from,
    to,
    unit: 'V',
    zones: zones(
      [chargeLowVolts.value, chargeGoodLowVolts.value, chargeGoodHighVolts.value, chargeHighVolts.value],
      ['bad', 'doubtful', 'good', 'doubtful', 'bad'],
    ),
  };
}

/** Least volts under load by how warm the battery is, as a table: [C, V], coldest first. */
export const loadTable = (): readonly (readonly [number, number])[] =>
  [-18, -7, 0, 10, 21].map((c) => [c, loadMinVolts(c)] as const);
