import type { SolenoidFindings } from '@/core/measure/index.ts';
import { type SolenoidLook, type SolenoidTable, solenoidTable } from '@/core/station/index.ts';
import { Drawing, Words } from './parts.tsx';
import type { StationProps } from './stationProps.ts';

const IS: Readonly<Record<SolenoidTable['rows'][number]['is'], string>> = {
  feed: 'Not fed',
  coil: 'Winding gone',
  'stuck-shut': 'Plunger stuck shut',
  'stuck-open': 'Plunger stuck in',
  'jet-behind': 'Sound: the jet behind it',
  sound: 'Sound, starves of nothing',
};
const LOOKS: readonly { readonly look: SolenoidLook; readonly head: string; readonly ask: string }[] = [
  { look: 'feed', head: 'Volts', ask: 'volts at its plug' },
  { look: 'clicks', head: 'Click', ask: 'does it click' },
  { look: 'ohms', head: 'Ohms', ask: 'ohms of its winding' },
  { look: 'plunger', head: 'Plunger', ask: 'the plunger, out and fed' },
  { look: 'runsOnPrimer', head: 'Primer', ask: 'does it run on primer' },
  { look: 'afterFires', head: 'After-fire', ask: 'does it fire after the key is off' },
];
const SHOWS: Readonly<Record<string, string>> = {
  true: 'yes',
  false: 'no',
  ok: 'ok',
  open: 'out',
  shorted: 'out',
  'stuck-shut': 'out',
  'stuck-open': 'in',
  free: 'free',
  sticky: 'out',
};

/** The solenoid in section on its bowl, and the rows of its truth table that are left after what was seen. */
export function SolenoidStation(props: StationProps) {
  const found = foundIn(props);
  const table = solenoidTable(found);
  const best = LOOKS.find((l) => l.look === table.partsBest);
  return (
    <div className="space-y-1.5">
      <Drawing says={saidOf(table, best?.ask)} width={560} height={150}>
        <Section found={found} />
      </Drawing>
      <table className="w-full max-w-[40rem] border-collapse text-[0.9rem]" aria-label="What each looks like">
        <thead>
          <tr>
            <th className="text-left font-semibold">Left</th>
            {LOOKS.map(({ look, head }) => (
              <th key={look} className={found[look] === undefined ? 'font-semibold text-soft' : 'font-extrabold'}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => (
            <tr
              key={row.is}
              data-row={row.is}
              data-left={row.left}
              className={row.left ? 'border-t border-line font-bold' : 'border-t border-line text-soft line-through'}
            >
              <th scope="row" className="py-0.5 text-left">
                {IS[row.is]}
              </th>
              {LOOKS.map(({ look }) => (
                <td key={look} className="py-0.5 text-center">
                  {row.shows[look] === undefined ? '' : SHOWS[String(row.shows[look])]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {best && <p className="font-bold">Parts the rest best: {best.ask}.</p>}
    </div>
  );
}

/** What was seen of it since the last repair; what is typed on the plate goes before. */
function foundIn(props: StationProps): SolenoidFindings {
  const { check, sides } = props;
  const outcomeOf = (id: string): string | null =>
    check.id === id ? (sides[0]!.assessed?.outcome ?? null) : (assessedOf(props, id) ?? null);
  const volts = outcomeOf('fuel.solenoid-volts');
  const click = outcomeOf('fuel.solenoid-click');
  const ohms = outcomeOf('fuel.solenoid-ohms');
  const plunger = outcomeOf('fuel.solenoid-plunger');
  const primer = outcomeOf('split.primer');
  const off = outcomeOf('run.shut-off');
  return {
    ...(volts === null ? {} : { feed: volts === 'present' }),
    ...(click === null ? {} : { clicks: click === 'clicks' }),
    ...(ohms === null ? {} : { ohms: ohms as NonNullable<SolenoidFindings['ohms']> }),
    ...(plunger === null ? {} : { plunger: plunger as NonNullable<SolenoidFindings['plunger']> }),
    ...(primer === null ? {} : { runsOnPrimer: primer === 'runs-on-primer' }),
    ...(off === null ? {} : { afterFires: off === 'after-fires' }),
  };
}

const assessedOf = ({ readings, epoch }: StationProps, id: string) =>
  readings.findLast((r) => r.epoch === epoch && r.reading.check === id)?.assessment.outcome;

/** Feed, winding, plunger, jet, from the plug up into the bowl. */
function Section({ found }: { found: SolenoidFindings }) {
  const stuckIn = found.plunger === 'stuck-open' || found.plunger === 'free';
  const tip = stuckIn ? 74 : 52;
  const mark = (seen: boolean | undefined, good: boolean | undefined) => (seen === undefined ? '?' : good ? '✓' : '✗');
  return (
    <g>
      <path d="M196,20 V78 H236 M344,20 V78 H304" fill="none" stroke="var(--ink)" strokeWidth={4} />
      <path d="M196,40 H344" stroke="var(--ridge)" strokeWidth={2} strokeDasharray="10 4" />
      <Words x={210} y={34} soft size={14.5}>
        bowl
      </Words>
      <path d="M262,20 V46 L270,54 L278,46 V20" fill="none" stroke="var(--ink)" strokeWidth={4} />
      <rect x={236} y={80} width={68} height={62} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <path
        d="M242,90 H256 M242,102 H256 M242,114 H256 M242,126 H256 M284,90 H298 M284,102 H298 M284,114 H298 M284,126 H298"
        stroke="var(--ridge)"
        strokeWidth={5}
      />
      <path
        d={`M264,136 V${tip + 8} L270,${tip} L276,${tip + 8} V136 Z`}
        fill="var(--ink)"
        data-plunger={stuckIn ? 'in' : 'out'}
      />
      <path d="M236,132 H190" stroke="var(--ink)" strokeWidth={4} />
      <Words x={180} y={137} at="end" bold>
        {`feed ${mark(found.feed === undefined ? undefined : true, found.feed)}`}
      </Words>
      <Words x={320} y={112} bold>
        {`winding ${mark(found.ohms === undefined ? undefined : true, found.ohms === 'ok')}`}
      </Words>
      <Words x={320} y={136} bold>
        {`plunger ${mark(found.plunger === undefined ? undefined : true, found.plunger === 'free')}`}
      </Words>
      <Words x={290} y={16} bold>
        main jet
      </Words>
    </g>
  );
}

function saidOf(table: SolenoidTable, best: string | undefined): string {
  const left = table.rows.filter((r) => r.left).map((r) => IS[r.is]);
  return `Fuel solenoid on its bowl. Left: ${left.join(', ') || 'nothing that fits all of it'}.${best ? ` Parts the rest best: ${best}.` : ''}`;
}
