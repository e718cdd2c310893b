import type { RepairStep } from '../casefile/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { type CarburettorWork, putInBy, staysAfter } from '../faults/carburettor.ts';
import { endsBesides, type FaultDefinition, findFault, findRepairable, sameRepair } from '../faults/index.ts';
import { instanceKey } from '../machine/key.ts';
import { applyRepair, type RepairOperator } from '../reason/repair.ts';
import { repairKeys } from './repairKeys.ts';
import type { Bench } from './state.ts';

export function withRepairMade(bench: Bench, step: RepairStep, event: number): Bench {
  const key = instanceKey(step.id, step.cylinder);
  const operator = operatorOf(bench, step, key);
  const keys = repairKeys(bench, findRepairable(step.id)?.repair, step.cylinder);
  return {
    ...bench,
    ...(operator
      ? {
          belief: applyRepair(bench.network, bench.belief, operator),
          epochs: [...bench.epochs, { groups: bench.belief.groups, operator }],
        }
      : {}),
    repairs: [...bench.repairs, { event, key, step }],
    open: new Set([...bench.open, ...keys]),
    hot: false,
  };
}

/** Chance that work of that kind did not take [from memory, adjustable]. */
const FAILS: Record<RepairStep['action'], number | null> = {
  replaced: 0.02,
  adjusted: 0.03,
  repaired: 0.05,
  cleaned: 0.15,
  removed: 0.03,
  bypassed: null,
};

/** One job on all faults of the carburettor: each stays by its own chance, and what was left undone puts something in. */
function carburettorOperator(
  { catalogue: { faults: known, causes, causesOf } }: Bench,
  did: CarburettorWork,
): RepairOperator {
  const stays = new Map(
    known.flatMap(({ definition }, number) => {
      const chance = staysAfter(definition.id, did);
      return chance < 1 ? causesOf[number]!.map((cause) => [cause, chance] as const) : [];
    }),
  );
  const puts = putInBy(did).flatMap(({ fault, chance }) => {
    const numbers = known.flatMap(({ definition }, number) => (definition.id === fault ? [number] : []));
    return numbers.flatMap((number) =>
      causesOf[number]!.map((cause) => ({ fault: cause, chance: (chance * causes[cause]!.share) / numbers.length })),
    );
  });
  return { faults: [...stays.keys()], state: null, fails: 0, stays, puts };
}

/** The same new part, whatever was done with it; or what the usual work on the one brings with it. */
const isEndedWith = (made: FaultDefinition, other: FaultDefinition, { action }: RepairStep): boolean =>
  sameRepair(other, made) || (action === made.repair.action && endsBesides(made, other));

/** What a repair does to belief: takes out its fault and what the same work cures besides, and puts in what such work puts in. */
function operatorOf(bench: Bench, step: RepairStep, key: string): RepairOperator | null {
  const fails = FAILS[step.action];
  // A bypass proves the point and repairs nothing.
  if (fails === null) return null;
  if (step.did) return carburettorOperator(bench, step.did);
  const { faults: known, causes, causesOf } = bench.catalogue;
  const causesNamed = (name: string) => causesOf[known.findIndex((f) => f.key === name)] ?? [];
  const puts = (findFault(step.id)?.repair.leaves ?? []).flatMap(({ fault, on, chance }) => {
    const cylinders =
      on === 'other' ? cylindersOf(bench.head.engine).filter((c) => c !== step.cylinder) : [step.cylinder];
    return cylinders.flatMap((c) =>
      causesNamed(instanceKey(fault, findFault(fault)?.perCylinder ? c : null)).map((cause) => ({
        fault: cause,
        chance: chance * causes[cause]!.share,
      })),
    );
  });
  const state = bench.network.spec.states.findIndex((s) => s.key === key);
  const made = findFault(step.id);
  const faults = known.flatMap((f, number) =>
    f.key === key || (f.cylinder === step.cylinder && made !== undefined && isEndedWith(made, f.definition, step))
      ? causesOf[number]!
      : [],
  );
  return { faults, state: state < 0 ? null : state, fails, puts };
}
