import type { ReactNode } from 'react';
import {
  type BenchSummary,
  CONDITIONS,
  checkLabel,
  faultLabel,
  type Plan,
  SEARCH_CAP_MIN,
  splitKey,
} from '@/core/index.ts';
import type { Reach } from '@/features/record/client/jobRecord.ts';
import { Button } from '@/ui/Button.tsx';
import type { Health } from './reasonerClient.ts';

/** What stands between the ridge and the plate: what does not fit, what has a cause of its own, what is out of reach. */
export function Notices({
  summary,
  plan,
  closed,
  slippedLine,
  slippedAgain,
  waiting,
  reach,
  keeps,
  health,
  onAgain,
}: {
  summary: BenchSummary;
  plan: Plan | null;
  closed: boolean;
  slippedLine: string | null;
  /** The same was taken again, and it still does not fit. */
  slippedAgain: boolean;
  waiting: number;
  reach: Reach;
  keeps: boolean;
  health: Health;
  onAgain: () => void;
}) {
  const asked = closed ? [] : summary.conditions.filter(({ p }) => p >= 0.5);
  const tracing = summary.phase === 'tracing' && plan !== null;
  const left = summary.suspects.filter((s) => s.p >= LEFT).slice(0, 3);
  return (
    <>
      {reach !== 'in-reach' && (
        <Bar loud>
          {REACH_WORDS[reach]} {waitingWords(waiting)} Go on working; it sends itself.
        </Bar>
      )}
      {!keeps && (
        <Bar loud>
          This browser keeps nothing: what is not sent yet is lost with the tab. Leave it open until all is sent.
        </Bar>
      )}
      {health.state === 'restarting' && (
        <Bar loud>The reckoning stopped and is being started anew. The tape is safe.</Bar>
      )}
      {health.state === 'stopped' && (
        <Bar loud>
          The ridge stands still: the reckoning stopped twice ({health.why}). The tape is safe; readings are taken down
          all the same.
          <Button className="mt-1 block" onClick={onAgain}>
            Try again
          </Button>
        </Bar>
      )}
      {slippedLine !== null && (
        <Bar testId="slipped">
          These do not fit together. Most likely slipped: {slippedLine}.{' '}
          {slippedAgain
            ? 'It was taken more than once: if a line is wrong, strike it.'
            : 'Take it again before anything is bought.'}
        </Bar>
      )}
      {asked.map(({ id }) => (
        <Bar key={id}>{CONDITIONS.find((c) => c.id === id)!.ask}</Bar>
      ))}
      {summary.unsteady.length > 0 && (
        <Bar>
          Unsteady: the same check gave two answers (
          {summary.unsteady
            .map((v) => {
              const { id, cylinder } = splitKey(v);
              return checkLabel(id, cylinder);
            })
            .join('; ')}
          ). That is a finding of its own: look for what moves or heats.
        </Bar>
      )}
      {tracing && plan.expectedSearchMin > TOO_LONG_MIN ? (
        <Bar>
          Not sure yet, and more than three hours of searching may lie ahead. Stop and talk to the customer before going
          on.
        </Bar>
      ) : (
        tracing &&
        plan.settlingOrder &&
        left.length > 0 && (
          <Bar>
            Not sure yet: {left.map((s) => faultLabel(s.key).toLowerCase()).join(', or ')}. No check would save more
            than it costs; the bench order goes by what settles it.
          </Bar>
        )
      )}
    </>
  );
}

const REACH_WORDS: Record<Exclude<Reach, 'in-reach'>, string> = {
  'out-of-reach': "Out of reach of the shop's computer.",
  busy: "The shop's computer answers, but cannot take anything down just now.",
};

/** From here on the search is as good as at its cap. */
const TOO_LONG_MIN = 0.9 * SEARCH_CAP_MIN;
const LEFT = 0.1;

const waitingWords = (waiting: number) =>
  waiting === 0
    ? 'Nothing is waiting to be sent.'
    : waiting === 1
      ? 'One line is kept here, not sent yet.'
      : `${waiting} lines are kept here, not sent yet.`;

function Bar({ loud = false, testId, children }: { loud?: boolean; testId?: string; children: ReactNode }) {
  return (
    <div
      role="status"
      data-testid={testId}
      className={
        loud
          ? 'bg-hazard px-3 py-2 font-bold text-on-hazard'
          : 'border-l-8 border-paint bg-sheet px-3 py-2 font-bold text-ink'
      }
    >
      {children}
    </div>
  );
}
