import type { ReactNode } from 'react';
import {
  type BenchSummary,
  type CaseHead,
  checkLabel,
  checkOf,
  faultLabel,
  hoursOf,
  type MadeRepair,
  outcomeLabel,
  type Plan,
  type ProofRun,
  type RawCheckEvent,
  RUNNING,
  readingText,
  SEARCH_CAP_MIN,
  type StandingReading,
  type Suspect,
  splitKey,
} from '@/core/index.ts';
import type { Reach } from '@/features/record/client/jobRecord.ts';
import { Button } from '@/ui/Button.tsx';
import type { NumberedLine } from './besides.ts';
import { useFaultCards } from './FaultWords.tsx';
import { overTheCap } from './overTheCap.ts';
import type { Health } from './reasonerClient.ts';

interface Props extends Connection {
  readonly summary: BenchSummary;
  readonly plan: Plan | null;
  readonly closed: boolean;
  readonly head: Pick<CaseHead, 'engine' | 'agreed'>;
  readonly repairs: readonly MadeRepair[];
  readonly readings: readonly StandingReading[];
  /** The tape so far. */
  readonly lines: readonly NumberedLine[];
  readonly grossErrorLine: string | null;
  /** The same was taken again, and it still does not fit. */
  readonly grossErrorAgain: boolean;
  /** A line of the tape by its number, as it stands. */
  readonly lineOf: (number: number) => { readonly number: number; readonly event: RawCheckEvent } | null;
  readonly onTakeAgain: (number: number, event: RawCheckEvent) => void;
}

/** How the bench stands with the shop's computer, with what this browser keeps, and with its own reasoner. */
interface Connection {
  readonly waiting: number;
  readonly reach: Reach;
  readonly keeps: boolean;
  readonly health: Health;
  readonly onAgain: () => void;
}

/** What stands between the ridge and the plate: what does not fit, what has a cause of its own, what is out of reach. */
export function Notices(props: Props) {
  const { summary, plan, closed, grossErrorLine, grossErrorAgain, lineOf, onTakeAgain, head, ...connection } = props;
  const cards = useFaultCards();
  const asked = closed ? [] : summary.conditions.filter(({ p }) => p >= 0.5);
  return (
    <>
      <ConnectionNotices {...connection} />
      {head.engine.carburettor === 'injection' && !closed && (
        <Bar testId="injection">
          Fuel injection: fuel checks do not hold and are left out; electrical, valve and sealing checks do. For the
          injection follow the maker's manual.
        </Bar>
      )}
      {grossErrorLine !== null && (
        <Bar testId="slipped">
          These do not fit together. Most likely slipped: {grossErrorLine}.{' '}
          {grossErrorAgain
            ? 'It was taken more than once: if a line is wrong, strike it.'
            : 'Take it again before anything is bought.'}
        </Bar>
      )}
      {asked.map(({ id }) => (
        <Bar key={id}>{cards[id]?.behind}</Bar>
      ))}
      {summary.conflicting.length > 0 && (
        <Bar>
          Unsteady: the same check gave two answers (
          {summary.conflicting
            .map((v) => {
              const { id, cylinder } = splitKey(v);
              return checkLabel(id, cylinder);
            })
            .join('; ')}
          ). That is a finding of its own: look for what moves or heats.
        </Bar>
      )}
      {!closed &&
        summary.judgedOtherwise.map(({ event, was, would }) => (
          <JudgedOtherwiseBar key={event} line={lineOf(event)} was={was} would={would} onAgain={onTakeAgain} />
        ))}
      {(closed ? [] : summary.proofs)
        .filter(({ minutes, of, notProven }) => minutes < of || notProven)
        .map((proof) => (
          <ProofBar key={proof.check} proof={proof} />
        ))}
      {!closed && summary.settling && (
        <Bar testId="settling">
          After a flood it may smoke or pop for a while: fuel left in the exhaust. No fault yet. Run it on, and look
          again at ten minutes.
        </Bar>
      )}
      {summary.phase === 'repair' && <AgreedNotice {...props} />}
      {summary.phase === 'tracing' && plan && <SearchNotice plan={plan} suspects={summary.suspects} />}
    </>
  );
}

function ConnectionNotices({ waiting, reach, keeps, health, onAgain }: Connection) {
  return (
    <>
      {reach !== 'in-reach' && (
        <Bar loud>
          {REACH_WORDS[reach]} {waitingWords(waiting)} {reach !== 'signed-out' && 'Go on working; it sends itself.'}
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
    </>
  );
}

/** What was agreed at the counter, where the next part would go past it. */
function AgreedNotice({ summary, head, readings, lines }: Props) {
  const cards = useFaultCards();
  const { proveFirst } = head.agreed;
  const next = splitKey(summary.confirmed[0]!.fault).id;
  const most = (id: string) => cards[id]?.repair.partsBand?.[1] ?? 0;
  if (most(next) === 0) return null;
  const hasRun = readings.some((r) => RUNNING.includes(r.reading.condition));
  const over = overTheCap(head.agreed, lines, cards, next);
  return (
    <>
      {over && (
        <Bar testId="spending">
          Parts may come to {over.parts}, and {over.upTo} at most was agreed: ask the customer before it is bought.
        </Bar>
      )}
      {proveFirst && !hasRun && (
        <Bar testId="prove-first">
          The customer wants it shown to run before money is spent, and it has not run in this job: a bypass or a
          borrowed part first.
        </Bar>
      )}
    </>
  );
}

/** That the search grows long, or that no check is worth its minutes. */
function SearchNotice({ plan, suspects }: { plan: Plan; suspects: readonly Suspect[] }) {
  const cards = useFaultCards();
  const left = suspects.filter((s) => s.p >= LEFT).slice(0, 3);
  if (plan.expectedSearchMin > TOO_LONG_MIN)
    return (
      <Bar>
        Not sure yet, and more than three hours of searching may lie ahead. Stop and talk to the customer before going
        on.
      </Bar>
    );
  if (plan.nothingProves && left.length > 0)
    return (
      <Bar testId="nothing-proves">
        Most likely {left.map((s) => faultLabel(s.key, cards).toLowerCase()).join(', or ')}, and nothing that can still
        be checked here would prove it. Tell the customer what it may be, what a try would cost, and that it is not
        proven.
      </Bar>
    );
  // While nothing that turns may be made, the order is no order of worth.
  const withheld = plan.next.some(({ why }) => why.code === 'before-turning' || why.code === 'makes-safe');
  if (!plan.confirmingOrder || left.length === 0 || withheld) return null;
  return (
    <Bar>
      Not sure yet: {left.map((s) => faultLabel(s.key, cards).toLowerCase()).join(', or ')}. No check would save more
      than it costs; the bench order goes by what settles it.
    </Bar>
  );
}

/** How far what shows the complaint gone has got, where that takes time. */
function ProofBar({ proof: { check, minutes, of, failsAfterMin, runs } }: { proof: ProofRun }) {
  const name = checkLabel(check, null).toLowerCase();
  if (minutes >= of)
    return (
      <Bar testId="proof">
        Proof, {name}: {of} of {of} minutes, and the customer says it fails after {failsAfterMin}. That long is{' '}
        <em>not proven here</em>: it stands on the job sheet as his trial.
      </Bar>
    );
  if (!runs)
    return (
      <Bar testId="proof">
        Proof, {name}: {hoursOf(minutes)} of {hoursOf(of)} hours, fuel on. A shorter dry floor proves nothing but
        itself.
      </Bar>
    );
  return (
    <Bar testId="proof">
      Proof, {name}: {Math.floor(minutes)} of {of} minutes, under load and hot
      {failsAfterMin === null
        ? '; after how many it fails was not said.'
        : `; the customer says it fails after ${failsAfterMin}.`}{' '}
      A shorter clean run proves nothing but itself.
    </Bar>
  );
}

/** A reading that what is known of the engine since would judge otherwise: it stands as it was judged until it is taken again. */
function JudgedOtherwiseBar({
  line,
  was,
  would,
  onAgain,
}: {
  line: ReturnType<Props['lineOf']>;
  was: string | null;
  would: string | null;
  onAgain: Props['onTakeAgain'];
}) {
  if (!line) return null;
  const { number, event } = line;
  const said = (outcome: string | null) =>
    outcome === null ? 'cannot tell' : outcomeLabel(checkOf(event.check), outcome).toLowerCase();
  return (
    <Bar testId="judged-otherwise">
      <Button className="float-right ml-3" onClick={() => onAgain(number, event)}>
        Take line {number} again
      </Button>
      By what is known of the engine now, line {number} ({checkLabel(event.check, event.cylinder ?? null)},{' '}
      {readingText(event)}) would read {said(would)}; it stands as {said(was)}.
    </Bar>
  );
}

const REACH_WORDS: Record<Exclude<Reach, 'in-reach'>, string> = {
  'out-of-reach': "Out of reach of the shop's computer.",
  'signed-out': 'Nobody is signed in here any more: tap the name at the top right and type the PIN.',
  busy: "The record is out of reach: the shop's computer answers, but takes nothing down just now.",
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
          : 'flow-root border-l-8 border-paint bg-sheet px-3 py-2 font-bold text-ink'
      }
    >
      {children}
    </div>
  );
}
