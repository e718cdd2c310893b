import { CONDITION_WORK } from '@/core/faults/workWords.ts';
import { faultLabel, type RawLetInEvent, type RawWaivedEvent, type RawWorkEvent } from '@/core/index.ts';
import { useFaultCards } from './FaultWords.tsx';

/** What was done about a condition of the machine, as printed. */
export function ConditionLine({ event }: { event: RawWorkEvent | RawLetInEvent | RawWaivedEvent }) {
  const cards = useFaultCards();
  if ('work' in event)
    return (
      <p className="font-bold">
        ⚒ {CONDITION_WORK[event.work]?.title ?? faultLabel(event.work, cards)}
        {event.of ? ` (line ${event.of})` : ''}:{' '}
        {event.steps.map((id) => CONDITION_WORK[event.work]?.steps[id] ?? id).join('; ')}
        {event.followUpOn ? `, by ${event.followUpOn}` : ''}
      </p>
    );
  if ('letIn' in event)
    return (
      <p>
        {faultLabel(event.letIn, cards)}, let in by:{' '}
        {CONDITION_WORK[event.letIn]?.ways[event.through] ?? cards[event.through]?.title ?? event.through}
      </p>
    );
  return (
    <p className="font-bold text-rust">
      Passed over: {CONDITION_WORK[event.waived]?.title ?? faultLabel(event.waived, cards)}. {event.because}
    </p>
  );
}
