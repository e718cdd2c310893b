import { checkOf } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { PARTS, type PartId } from '../machine/parts.ts';
import type { Confirmed } from '../reason/confirm.ts';
import type { StandingReading } from '../reason/standing.ts';
import { currentReadings } from './currentReadings.ts';
import type { Bench } from './state.ts';

/** hollow: not looked at; half: cleared as far as that check can; filled: cleared; cracked: suspected; striped: proven. */
export type BoltMark = 'hollow' | 'half' | 'filled' | 'cracked' | 'striped';

export interface RidgePart {
  readonly part: PartId;
  /** Per cylinder 1..n; a shared part stands in all of them alike. */
  readonly sides: readonly { readonly p: number; readonly mark: BoltMark }[];
}

const SUSPECTED = 0.15;
const CLEARED = 0.03;

/** Which faults stand over each part on each side, and the checks they speak of themselves; as long as the engine is the same. */
interface Skyline {
  readonly part: PartId;
  readonly sides: readonly {
    readonly cylinder: number;
    readonly faults: readonly number[];
    readonly checks: ReadonlySet<string>;
  }[];
}

const skylines = new WeakMap<Bench['catalogue']['faults'], readonly Skyline[]>();

function skylineOf({ faults, engine }: Bench['catalogue']): readonly Skyline[] {
  const kept = skylines.get(faults);
  if (kept) return kept;
  const skyline = PARTS.map((part) => ({
    part: part.id,
    sides: cylindersOf(engine).map((cylinder) => {
      const own = Array.from(faults.keys()).filter((f) => {
        const fault = faults[f]!;
        return fault.definition.part === part.id && (fault.cylinder === null || fault.cylinder === cylinder);
      });
      return {
        cylinder,
        faults: own,
        checks: new Set(own.flatMap((f) => faults[f]!.definition.effects.map((e) => e.check))),
      };
    }),
  }));
  skylines.set(faults, skyline);
  return skyline;
}

/** @param p chance of each fault of the catalogue */
export function ridgeOf(bench: Bench, p: Float64Array, confirmed: readonly Confirmed[]): RidgePart[] {
  const read = currentReadings(bench);
  const proven = new Set(confirmed.map((s) => s.fault));
  return skylineOf(bench.catalogue).map(({ part, sides }) => ({
    part,
    sides: sides.map((side) => {
      const height = 1 - side.faults.reduce((quiet, f) => quiet * (1 - p[f]!), 1);
      return { p: height, mark: markOf(bench, p, side, height, proven, read) };
    }),
  }));
}

function markOf(
  { catalogue }: Bench,
  p: Float64Array,
  { cylinder, faults, checks }: Skyline['sides'][number],
  height: number,
  proven: ReadonlySet<string>,
  read: readonly StandingReading[],
): BoltMark {
  if (faults.some((f) => proven.has(catalogue.faults[f]!.key))) return 'striped';
  if (height >= SUSPECTED) return 'cracked';
  const lookedAt = read.some(
    ({ reading }) => checks.has(reading.check) && (reading.cylinder === null || reading.cylinder === cylinder),
  );
  if (!lookedAt) return 'hollow';
  return faults.every((f) => p[f]! < CLEARED && clearedBySettlingCheck(catalogue.faults[f]!, read)) ? 'filled' : 'half';
}

function clearedBySettlingCheck(
  fault: Bench['catalogue']['faults'][number],
  read: readonly StandingReading[],
): boolean {
  return fault.definition.confirmedBy.some(
    (rule) =>
      rule.length === 1 &&
      read.some(
        (r) =>
          r.reading.check === rule[0]!.check &&
          (r.reading.cylinder === null || r.reading.cylinder === fault.cylinder) &&
          r.assessment.outcome === checkOf(r.reading.check).outcomes[0]?.id &&
          !r.assessment.tooCloseToCall,
      ),
  );
}
