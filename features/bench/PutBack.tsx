import { toPutBack } from '@/core/checks/putBack.ts';
import {
  accessLabel,
  accessPlan,
  type CaseHead,
  type CheckDefinition,
  type RawEvent,
  type RunningState,
} from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { accessEvent } from './accessEvent.ts';

export interface OpenOf {
  readonly open: readonly string[];
  readonly onAccess: (event: RawEvent, id: string) => void;
}

/** What is recorded as off and goes back on before the engine runs for this check; one tap writes it down. */
export function PutBack({
  check,
  cylinder,
  state,
  head,
  open,
  onAccess,
}: OpenOf & {
  readonly check: CheckDefinition;
  readonly cylinder: number | null;
  readonly state: RunningState;
  readonly head: CaseHead;
}) {
  const off = toPutBack(check, cylinder, state, open, accessPlan(head.access), head.engine);
  if (off.length === 0) return null;
  return (
    <div
      className="flex flex-wrap items-center justify-between gap-2 border-l-8 border-paint bg-well px-3 py-1.5"
      data-put-back={off.join()}
    >
      <p className="font-bold">Before it runs, back on: {off.map(accessLabel).join(', ')}.</p>
      <Button
        onClick={() => {
          for (const key of off) onAccess(accessEvent(key, 'closed'), newId());
        }}
      >
        It is back on
      </Button>
    </div>
  );
}
