import { DEMANDING, NOT_REACHED_WORDS, OUT_OF_REACH_WORDS, type RawNotPerformedEvent } from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import type { Entry } from './entry.ts';
import type { PlateCheck } from './plateCheck.ts';

/** Why not: the engine does not come to that state, or nobody gets at it. Neither says anything of a fault. */
export function WhyNotPerformed({
  plate: { check, cylinder },
  state: { condition, temperature },
  onNotPerformed,
}: {
  plate: PlateCheck;
  state: Entry;
  onNotPerformed: (event: RawNotPerformedEvent) => void;
}) {
  const because = (why: RawNotPerformedEvent['because']) => () =>
    onNotPerformed({
      unmade: check,
      ...(cylinder === null ? {} : { cylinder }),
      condition,
      ...(temperature === null ? {} : { temperature }),
      because: why,
    });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a row of keys, not a group of form fields.
    <div role="group" aria-label="Why it cannot be made" className="flex flex-wrap gap-2 border-t-2 border-line p-2">
      {DEMANDING.includes(condition) && (
        <Button onClick={because('not-reached')}>
          {NOT_REACHED_WORDS[condition]}
          {temperature === 'hot' && ' hot'}
        </Button>
      )}
      <Button onClick={because('out-of-reach')}>{OUT_OF_REACH_WORDS}</Button>
    </div>
  );
}
