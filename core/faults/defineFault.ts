import type { Effect, FailureEffect, FaultDefinition, FaultSpec, Otherwise } from './define.ts';
import type { FaultId } from './ids.ts';

/** A fault with the usual answers filled in. */
export function defineFault<const Id extends FaultId>(spec: FaultSpec<Id>): FaultDefinition & { readonly id: Id } {
  const { effects, failures, otherwise, confirmedBy, confirmedOnSingle, ...rest } = spec;
  return {
    perCylinder: false,
    appliesTo: () => true,
    history: {},
    engineFactor: () => 1,
    perHundredHours: 1,
    stored: 1,
    showsToday: 1,
    symptoms: {},
    curedBy: [],
    sameWork: null,
    leavesCharged: false,
    behind: null,
    endsInDecision: false,
    ...rest,
    // The compiler has held each to its check; from here on they are all of one kind.
    effects: (effects ?? []) as readonly Effect[],
    failures: (failures ?? []) as readonly FailureEffect[],
    otherwise: (otherwise ?? null) as Otherwise | null,
    confirmedBy: confirmedBy as FaultDefinition['confirmedBy'],
    confirmedOnSingle: (confirmedOnSingle ?? null) as FaultDefinition['confirmedOnSingle'],
  };
}
