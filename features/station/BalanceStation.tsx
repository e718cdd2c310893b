import { SETTLES_S } from '@/core/checks/balance.heat.ts';
import { cylindersOf, fromSi } from '@/core/index.ts';
import { cutBars, heatBars } from '@/core/station/index.ts';
import { Drawing, Hatch, Words } from './parts.tsx';
import { fieldOf, figureOf, latestOf, type StationProps } from './stationProps.ts';

/** What each way can say, and what it cannot. */
const CANNOT = {
  'balance.cut-out': 'Says how strong only where the plate is held, or its opening was read.',
  'balance.heat': 'Says which one does not pull; not how strong. Cold starts fool it.',
  'balance.rhythm': 'Says that one differs; not which one.',
} as const;

/** Cut-out bars, the heat pair and the rhythm side by side: what each says of this pair, and what it cannot. */
export function BalanceStation(props: StationProps) {
  const { head, habit } = props;
  const cuts = cutBars(cylindersOf(head.engine).map((cylinder) => cutOf(props, cylinder)));
  const heat = heatOf(props);
  const rhythm = rhythmOf(props);
  const temperature = (c: number) =>
    `${Math.round(fromSi(c, 'temperature', habit === 'metric' ? 'degC' : 'degF').value)} ${habit === 'metric' ? '°C' : '°F'}`;
  return (
    <div className="space-y-1">
      <Drawing says={saidOf(cuts, heat, rhythm, temperature)} width={580} height={252}>
        <defs>
          <Hatch id="governed" colour="var(--soft)" />
        </defs>
        <Words x={0} y={16} bold>
          Cut out
        </Words>
        <Cuts cuts={cuts} />
        <Words x={250} y={16} bold>
          Heat
        </Words>
        <Thermometers heat={heat} temperature={temperature} />
        {heat.sinceS !== null && (
          <Words x={318} y={248} at="middle" bold={heat.sinceS < SETTLES_S} soft={heat.sinceS >= SETTLES_S} size={14.5}>
            {sinceText(heat.sinceS)}
          </Words>
        )}
        <Words x={440} y={16} bold>
          Rhythm
        </Words>
        <Rhythm outcome={rhythm} firing={head.engine.cylinders} />
      </Drawing>
      <p className="text-[0.9rem] text-soft">{CANNOT[props.check.id as keyof typeof CANNOT]}</p>
    </div>
  );
}

/** Speed each one takes with it; hatched where the governor makes up for it. */
function Cuts({ cuts }: { cuts: ReturnType<typeof cutBars> }) {
  return (
    <>
      {cuts.bars.map((bar, i) => (
        <g key={bar.cylinder} data-cut={bar.cylinder} data-drop={bar.dropRpm ?? ''}>
          <rect x={8 + 110 * i} y={40} width={66} height={150} fill="none" stroke="var(--line)" />
          {bar.dropRpm !== null && (
            <rect
              x={8 + 110 * i}
              y={190 - (150 * Math.max(0, bar.dropRpm)) / cuts.fullRpm}
              width={66}
              height={(150 * Math.max(0, bar.dropRpm)) / cuts.fullRpm}
              fill={bar.hidden ? 'url(#governed)' : 'var(--ridge)'}
              stroke="var(--ink)"
              strokeWidth={2}
            />
          )}
          <Words x={41 + 110 * i} y={34} at="middle" bold size={14.5}>
            {bar.dropRpm === null ? '?' : `${bar.dropRpm < 0 ? '+' : '−'}${Math.abs(Math.round(bar.dropRpm))}`}
          </Words>
          <Words x={41 + 110 * i} y={208} at="middle" bold>
            {String(bar.cylinder)}
          </Words>
          <Words x={41 + 110 * i} y={226} at="middle" soft size={14.5}>
            {bar.opens !== null
              ? `plate ×${bar.opens.toFixed(1)}`
              : bar.hidden
                ? 'governed'
                : bar.share === null
                  ? ''
                  : `${Math.round(100 * bar.share)} %`}
          </Words>
        </g>
      ))}
    </>
  );
}

/** Two thermometers over the air. */
function Thermometers({ heat, temperature }: { heat: ReturnType<typeof heatOf>; temperature: (c: number) => string }) {
  return (
    <>
      {heat.bars.map((bar, i) => {
        const tall = (c: number) => (130 * (c - heat.fromC)) / (heat.fullC - heat.fromC);
        return (
          <g key={bar.cylinder} data-heat={bar.cylinder} data-share={bar.ofHottest?.toFixed(2) ?? ''}>
            <rect
              x={262 + 90 * i}
              y={40}
              width={22}
              height={138}
              rx={11}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth={3}
            />
            <circle
              cx={273 + 90 * i}
              cy={186}
              r={18}
              fill={bar.c === null ? 'var(--sheet)' : 'var(--rust)'}
              stroke="var(--ink)"
              strokeWidth={3}
            />
            {bar.c !== null && (
              <rect x={267 + 90 * i} y={172 - tall(bar.c)} width={12} height={tall(bar.c) + 4} fill="var(--rust)" />
            )}
            {heat.airC !== null && (
              <line
                x1={254 + 90 * i}
                x2={294 + 90 * i}
                y1={172 - tall(heat.airC)}
                y2={172 - tall(heat.airC)}
                stroke="var(--ink)"
                strokeWidth={2}
                strokeDasharray="4 3"
              />
            )}
            <Words x={273 + 90 * i} y={34} at="middle" bold size={14.5}>
              {bar.c === null ? '?' : temperature(bar.c)}
            </Words>
            <Words x={273 + 90 * i} y={226} at="middle" bold size={14.5}>
              {bar.ofHottest === null ? String(bar.cylinder) : `${bar.cylinder}: ${Math.round(100 * bar.ofHottest)} %`}
            </Words>
          </g>
        );
      })}
    </>
  );
}

function cutOf(props: StationProps, cylinder: number) {
  const typed = props.check.id === 'balance.cut-out' ? props.sides.find((s) => s.side === cylinder) : undefined;
  const own = typed && Object.keys(typed.figures).length > 0 ? typed : null;
  const read = latestOf(props, 'balance.cut-out', cylinder)?.fields ?? null;
  const of = (name: string) => (own ? figureOf(own, name) : fieldOf(read, name));
  const throttle = own ? own.entry.choices.throttle : read?.throttle;
  return {
    cylinder,
    before: of('before'),
    after: of('after'),
    throttle: throttle === 'held' || throttle === 'governed' ? throttle : null,
    plateBefore: of('plateBefore'),
    plateAfter: of('plateAfter'),
  } as const;
}

function heatOf(props: StationProps) {
  const { head, check, sides } = props;
  const typed = check.id === 'balance.heat' ? sides[0]! : null;
  const read = latestOf(props, 'balance.heat');
  const all = cylindersOf(head.engine).map((c) =>
    typed && Object.keys(typed.figures).length > 0 ? figureOf(typed, `each-${c}`) : (read?.perCylinder[c] ?? null),
  );
  const airC =
    (typed ? figureOf(typed, 'ambient') : fieldOf(read?.fields ?? null, 'ambient')) ??
    head.ambient.temperatureC ??
    null;
  const sinceS = typed ? figureOf(typed, 'minutes') : fieldOf(read?.fields ?? null, 'minutes');
  return { ...heatBars(all, airC), airC, sinceS };
}

const sinceText = (s: number) =>
  `${(s / 60).toFixed(s < 600 ? 1 : 0)} min since the start${s < SETTLES_S ? ': too early' : ''}`;

const rhythmOf = (props: StationProps): string | null =>
  props.check.id === 'balance.rhythm'
    ? props.sides[0]!.entry.outcome
    : (latestOf(props, 'balance.rhythm')?.outcome ?? null);

const BEATS: Readonly<Record<string, readonly number[]>> = {
  even: [1, 1, 1, 1],
  'one-weak': [1, 0.55, 1, 0.55],
  'one-dead': [1, 0, 1, 0],
  irregular: [1, 0.4, 0.8, 0],
};

function Rhythm({ outcome, firing }: { outcome: string | null; firing: number }) {
  const beats = outcome === null ? null : BEATS[outcome];
  return (
    <g data-rhythm={outcome ?? ''}>
      <line x1={440} x2={576} y1={190} y2={190} stroke="var(--ink)" strokeWidth={3} />
      {beats?.map((tall, i) => (
        <rect key={i} x={448 + 34 * i} y={190 - 120 * tall} width={16} height={120 * tall} fill="var(--ridge)" />
      ))}
      <Words x={508} y={226} at="middle" soft size={14.5}>
        {outcome === null ? 'not listened' : `${firing} firing in turn`}
      </Words>
    </g>
  );
}

function saidOf(
  cuts: ReturnType<typeof cutBars>,
  heat: ReturnType<typeof heatOf>,
  rhythm: string | null,
  temperature: (c: number) => string,
): string {
  const cut = cuts.bars.map(
    (b) =>
      `cylinder ${b.cylinder} ${b.dropRpm === null ? 'not cut out' : `drops ${Math.round(b.dropRpm)} rpm${b.hidden ? ', governed' : ''}`}`,
  );
  const hot = heat.bars.map((b) => `cylinder ${b.cylinder} ${b.c === null ? 'not read' : temperature(b.c)}`);
  return `Balance. Cut out: ${cut.join(', ')}. Heat: ${hot.join(', ')}${heat.sinceS === null ? '' : `, ${sinceText(heat.sinceS)}`}. Rhythm ${rhythm ?? 'not listened to'}.`;
}
