import type { Dispatch } from 'react';
import {
  type CheckDefinition,
  checkOf,
  type EngineWords,
  type NextCheck,
  type Plan,
  type RawCheckEvent,
} from '@/core/index.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import { useLatest } from '@/ui/useLatest.ts';
import { entryFrom } from './entry.ts';
import type { FoundCheck } from './keys.ts';
import type { PlateCheck } from './plateCheck.ts';
import type { PlateAction } from './plateReducer.ts';
import { pickedPlate, plannedPlate, replacingPlate } from './plates.ts';
import type { RidgeStore } from './ridgeStore.ts';

type InState = Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>;

/** Every way in which a technician puts a check on the plate himself. */
export function usePicks({
  dispatch,
  plan,
  sides,
  engine,
  ridge,
}: {
  dispatch: Dispatch<PlateAction>;
  plan: Plan | null;
  sides: readonly number[];
  engine: EngineWords;
  ridge: RidgeStore;
}) {
  const plate = (next: PlateCheck) => dispatch({ kind: 'pick', plate: next, first: null, insteadOf: null });
  /** A reading typed before, for one digit to be put right. */
  const typed = (event: RawCheckEvent, next: PlateCheck, insteadOf: string | null) =>
    dispatch({
      kind: 'pick',
      plate: next,
      first: { [event.cylinder ?? 0]: entryFrom(event, checkOf(event.check)) },
      insteadOf,
    });
  const any = useLatest(({ check, cylinder }: FoundCheck) =>
    plate(pickedPlate(check, cylinder, engine, ridge.get().sides)),
  );
  return {
    plate,
    any,
    /** A check in the state and heat in which it proves something. */
    inState: useLatest(({ check, cylinder, condition, temperature }: InState) =>
      plate({ ...pickedPlate(checkOf(check), cylinder, engine, ridge.get().sides), condition, temperature }),
    ),
    check: useLatest((check: CheckDefinition) => any({ check, cylinder: null })),
    /** A check of the bench order. */
    planned: useLatest((entry: NextCheck) => {
      if (plan) plate(plannedPlate(entry, plan, sides));
    }),
    /** In the place of a printed line. */
    replacing: useLatest((number: number, event: RawCheckEvent) => typed(event, replacingPlate(number, event), null)),
    /** What was refused, again. */
    refused: useLatest((refused: Unsent) => {
      const event = refused.event as RawCheckEvent;
      typed(event, { ...replacingPlate(0, event), replaces: null }, refused.id);
    }),
  };
}
