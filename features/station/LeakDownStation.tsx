import { type MouseEvent, useState } from 'react';
import { fromSi, placeLabel, shownUnit } from '@/core/index.ts';
import { ambientPa } from '@/core/measure/index.ts';
import { type Arc, type LeakDownScene, leakDownScene, leakOf, needleDeg, valueAtDeg } from '@/core/station/index.ts';
import { placeName } from '@/features/bench/entry.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { CrankStandView } from './CrankStand.tsx';
import { arcPath, Drawing, Hatch, onCircle, TapPlace, Views, Words } from './parts.tsx';
import { fieldOf, figureOf, type StationProps, type StationSide, shownOf } from './stationProps.ts';

const VIEWS = { gauges: 'Gauges', crank: 'Where it stands' } as const;
const PLACES = ['intake', 'exhaust', 'oil-fill', 'head-edge', 'other-cylinder'] as const;
type Place = (typeof PLACES)[number];
const GRADES = ['faint', 'clear', 'loud'] as const;
const UNIT = { metric: 'kPa', imperial: 'psi' } as const;
/** Steps in which a face is tapped. */
const STEP = { metric: 10, imperial: 1 } as const;
/** The gauge over its scale, as the check takes it [Pa]. */
const GAUGE_ERROR_PA = 0.7 * 0.016 * 100 * 6894.757;

/** Two gauges, the cylinder in section with the places where air is heard, and the leak as one drilled hole. */
export function LeakDownStation(props: StationProps) {
  const { head, sides } = props;
  const [touched, setTouched] = useState<number | null>(null);
  const [view, setView] = useState<keyof typeof VIEWS>(props.view ?? 'gauges');
  const shown = shownOf(sides, touched);
  return (
    <div className="space-y-1.5">
      <Views views={VIEWS} shown={view} onShow={setView} />
      {view === 'crank' ? (
        <CrankStandView head={head} wants="top" cylinder={shown.side} />
      ) : (
        <Bench {...props} shown={shown} onTouch={setTouched} />
      )}
    </div>
  );
}

function sceneOf({ head }: StationProps, shown: StationSide): LeakDownScene {
  const pa = ambientPa(head.ambient.altitudeM ?? head.rules.shopAltitudeM.value);
  const bore = (own: number | null) => (own === null ? head.rules.leakOrificeMm.value : 1000 * own);
  const calibrated = shown.assessed?.quantities.orificeMm?.value;
  const area = (fields: StationSide['twin']) =>
    leakOf(fieldOf(fields, 'supply'), fieldOf(fields, 'held'), bore(fieldOf(fields, 'orifice')), pa);
  return leakDownScene(
    {
      supplyPa: figureOf(shown, 'supply'),
      heldPa: figureOf(shown, 'held'),
      orificeMm: calibrated ?? bore(figureOf(shown, 'orifice')),
      heldErrorPa: GAUGE_ERROR_PA,
      ambientPa: pa,
      twinMm2: area(shown.twin),
      beforeMm2: area(shown.before),
    },
    head.rules,
  );
}

function Bench({ shown, onTouch, ...props }: StationProps & { shown: StationSide; onTouch: (side: number) => void }) {
  const { habit, onChange } = props;
  const scene = sceneOf(props, shown);
  const { entry, side } = shown;
  const tap = (name: 'supply' | 'held') => (deg: number) => {
    const full = fromSi(scene.fullPa, 'pressure', UNIT[habit]).value;
    onTouch(side);
    onChange(side, { ...entry, typed: { ...entry.typed, [name]: String(valueAtDeg(deg, full, STEP[habit])) } });
  };
  const grade = (place: Place) => entry.choices[placeName('heard', place)] ?? null;
  const hear = (place: Place) => {
    const next =
      [null, ...GRADES][([null, ...GRADES].indexOf(grade(place) as (typeof GRADES)[number]) + 1) % 4] ?? null;
    const { [placeName('heard', place)]: _old, ...choices } = entry.choices;
    onTouch(side);
    onChange(side, { ...entry, choices: next === null ? choices : { ...choices, [placeName('heard', place)]: next } });
  };
  return (
    <Drawing says={saidOf(scene, shown, habit)} width={560} height={306}>
      <defs>
        <Hatch id="sound-zone" colour="var(--sound)" />
        <Hatch id="open-zone" colour="var(--rust)" />
      </defs>
      <Gauge
        x={84}
        y={84}
        name="Supply"
        pa={figureOf(shown, 'supply')}
        deg={scene.supplyDeg}
        scene={scene}
        habit={habit}
        onTap={tap('supply')}
      />
      <Gauge
        x={258}
        y={84}
        name="Held"
        pa={figureOf(shown, 'held')}
        deg={scene.heldDeg}
        whisker={scene.heldWhisker}
        zones
        scene={scene}
        habit={habit}
        onTap={tap('held')}
      />
      <Hole scene={scene} />
      <Section grade={grade} onHear={hear} />
    </Drawing>
  );
}

const R = 70;

function Gauge({
  x,
  y,
  name,
  pa,
  deg,
  whisker = null,
  zones = false,
  scene,
  habit,
  onTap,
}: {
  x: number;
  y: number;
  name: string;
  pa: number | null;
  deg: number | null;
  whisker?: Arc | null;
  zones?: boolean;
  scene: LeakDownScene;
  habit: Habit;
  onTap: (deg: number) => void;
}) {
  const full = fromSi(scene.fullPa, 'pressure', UNIT[habit]).value;
  const value = pa === null ? null : fromSi(pa, 'pressure', UNIT[habit]).value;
  const tap = (e: MouseEvent<SVGGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const [dx, dy] = [e.clientX - (box.left + box.width / 2), e.clientY - (box.top + box.height / 2)];
    onTap((Math.atan2(dx, -dy) * 180) / Math.PI);
  };
  return (
    <g data-gauge={name} data-deg={deg?.toFixed(1) ?? ''}>
      <circle cx={x} cy={y} r={R + 10} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      {zones && scene.zones.map((zone) => <Zone key={zone.outcome} x={x} y={y} zone={zone} />)}
      {ticksTo(full, habit).map(({ value, named }) => {
        const deg = needleDeg(value, full);
        const [x1, y1] = onCircle(x, y, R - 2, deg);
        const [x2, y2] = onCircle(x, y, R - (named ? 12 : 8), deg);
        const [tx, ty] = onCircle(x, y, R - 25, deg);
        return (
          <g key={value}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth={named ? 2.5 : 1.5} />
            {named && (
              <Words x={tx} y={ty + 5} at="middle" size={14.5}>
                {String(value)}
              </Words>
            )}
          </g>
        );
      })}
      {zones && scene.twinDeg !== null && <Ghost x={x} y={y} deg={scene.twinDeg} dash="7 4" />}
      {zones && scene.beforeDeg !== null && <Ghost x={x} y={y} deg={scene.beforeDeg} dash="2 4" />}
      {whisker && (
        <path
          d={arcPath(x, y, R - 34, whisker.fromDeg, whisker.toDeg)}
          stroke="var(--ink)"
          strokeWidth={5}
          fill="none"
          opacity={0.5}
        />
      )}
      {deg !== null && <Needle x={x} y={y} deg={deg} />}
      <Words x={x} y={y + 58} at="middle" bold>
        {name}
      </Words>
      <Words x={x} y={y + 100} at="middle" bold size={17}>
        {value === null ? shownUnit(UNIT[habit]) : `${Math.round(value)} ${shownUnit(UNIT[habit])}`}
      </Words>
      <TapPlace onTap={tap} data-tap={name}>
        <circle cx={x} cy={y} r={R + 8} fill="transparent" />
      </TapPlace>
    </g>
  );
}

/** Strokes of a scale, every second one named. */
function ticksTo(full: number, habit: Habit): readonly { readonly value: number; readonly named: boolean }[] {
  const step = (habit === 'metric' ? 100 : 10) * (full > (habit === 'metric' ? 1200 : 170) ? 2 : 1);
  return Array.from({ length: Math.floor(full / step) + 1 }, (_, i) => ({ value: i * step, named: i % 2 === 0 }));
}

function Needle({ x, y, deg }: { x: number; y: number; deg: number }) {
  const [nx, ny] = onCircle(x, y, R - 12, deg);
  const [bx, by] = onCircle(x, y, -16, deg);
  return (
    <g>
      <line x1={bx} y1={by} x2={nx} y2={ny} stroke="var(--rust)" strokeWidth={5} />
      <polygon
        points="-9,0 -4.5,-7.8 4.5,-7.8 9,0 4.5,7.8 -4.5,7.8"
        transform={`translate(${x} ${y})`}
        fill="var(--ink)"
      />
    </g>
  );
}

function Ghost({ x, y, deg, dash }: { x: number; y: number; deg: number; dash: string }) {
  const [nx, ny] = onCircle(x, y, R - 12, deg);
  return <line x1={x} y1={y} x2={nx} y2={ny} stroke="var(--ink)" strokeWidth={2.5} strokeDasharray={dash} />;
}

const ZONE_LOOK = {
  sound: { stroke: 'var(--sound)', width: 10 },
  worn: { stroke: 'var(--line)', width: 10 },
  leaks: { stroke: 'var(--rust)', width: 5 },
  open: { stroke: 'var(--rust)', width: 12 },
} as const;

function Zone({
  x,
  y,
  zone: { outcome, fromDeg, toDeg },
}: {
  x: number;
  y: number;
  zone: LeakDownScene['zones'][number];
}) {
  const { stroke, width } = ZONE_LOOK[outcome];
  return (
    <path
      d={arcPath(x, y, R + 2, fromDeg, toDeg)}
      stroke={stroke}
      strokeWidth={width}
      fill="none"
      data-zone={outcome}
    />
  );
}

/** A millimetre is so many pixels here. */
const PX_PER_MM = 24;

/** The leak as one round hole at scale, beside a drill of one millimetre; the twin's and the one before as broken rings. */
function Hole({ scene: { holeMm, twinHoleMm, beforeHoleMm, elsewhere } }: { scene: LeakDownScene }) {
  const r = (mm: number) => Math.min(36, (PX_PER_MM * mm) / 2);
  return (
    <g data-hole={holeMm?.toFixed(2) ?? ''}>
      <circle cx={40} cy={240} r={r(1)} fill="none" stroke="var(--soft)" strokeWidth={2} />
      <Words x={40} y={284} at="middle" soft size={14.5}>
        1 mm drill
      </Words>
      {holeMm === null ? (
        <Words x={90} y={245} soft size={14.5}>
          The leak as one hole: both gauges.
        </Words>
      ) : (
        <>
          <circle cx={112} cy={240} r={r(holeMm)} fill="var(--ink)" />
          {[
            { mm: twinHoleMm, dash: '7 4' },
            { mm: beforeHoleMm, dash: '2 4' },
          ].map(
            ({ mm, dash }) =>
              mm !== null && (
                <circle
                  key={dash}
                  cx={112}
                  cy={240}
                  r={r(mm)}
                  fill="none"
                  stroke="var(--rust)"
                  strokeWidth={2}
                  strokeDasharray={dash}
                />
              ),
          )}
          <Words x={112} y={284} at="middle" bold size={14.5}>
            {`${holeMm.toFixed(2)} mm`}
          </Words>
          {elsewhere.map(({ orificeIn, supplyPsi, percent }, i) => (
            <Words key={`${orificeIn}${supplyPsi}`} x={164} y={226 + 20 * i} size={14.5}>
              {`${orificeIn.toFixed(3)} in at ${supplyPsi} psi: ${percent.toFixed(percent < 10 ? 1 : 0)} %`}
            </Words>
          ))}
        </>
      )}
    </g>
  );
}

const HERE: Readonly<Record<Place, { x: number; y: number; label: string }>> = {
  intake: { x: 372, y: 34, label: 'Intake' },
  exhaust: { x: 532, y: 34, label: 'Exhaust' },
  'other-cylinder': { x: 372, y: 136, label: 'Other' },
  'head-edge': { x: 532, y: 136, label: 'Edge' },
  'oil-fill': { x: 532, y: 238, label: 'Oil fill' },
};

/** The cylinder in section; each place is tapped from faint to loud. */
function Section({ grade, onHear }: { grade: (place: Place) => string | null; onHear: (place: Place) => void }) {
  return (
    <g>
      <g transform="translate(-48 6)">
        <path d="M452,92 V250 H468 V124 M548,92 V250 H532 V124" fill="none" stroke="var(--ink)" strokeWidth={4} />
        <path d="M440,92 H560" stroke="var(--ink)" strokeWidth={4} strokeDasharray="12 3" />
        <path d="M452,92 V66 H468 L478,84 H522 L532,66 H548 V92" fill="none" stroke="var(--ink)" strokeWidth={4} />
        <path d="M470,62 L482,84 M530,62 L518,84" stroke="var(--ink)" strokeWidth={4} />
        <rect x={470} y={104} width={60} height={44} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
        <path d="M470,114 H530 M470,124 H530" stroke="var(--ink)" strokeWidth={2} />
        <line x1={500} y1={148} x2={500} y2={240} stroke="var(--ink)" strokeWidth={7} />
      </g>
      {PLACES.map((place) => {
        const { x, y, label } = HERE[place];
        const heard = grade(place);
        const loud = heard === null ? 0 : GRADES.indexOf(heard as (typeof GRADES)[number]) + 1;
        return (
          <TapPlace key={place} data-place={place} data-heard={heard ?? ''} onTap={() => onHear(place)}>
            <circle cx={x} cy={y} r={25} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
            {[1, 2, 3].map((ring) => (
              <circle
                key={ring}
                cx={x}
                cy={y}
                r={5 + 6 * (ring - 1)}
                fill={ring === 1 && loud > 0 ? 'var(--rust)' : 'none'}
                stroke={ring <= loud ? 'var(--rust)' : 'none'}
                strokeWidth={3.5}
              />
            ))}
            <Words x={x} y={y + 40} at="middle" bold size={14.5}>
              {heard ?? label}
            </Words>
          </TapPlace>
        );
      })}
    </g>
  );
}

function saidOf(scene: LeakDownScene, { figures, entry, side }: StationSide, habit: Habit): string {
  const read = (name: 'supply' | 'held') => {
    const pa = figures[name];
    if (typeof pa !== 'number') return `${name} not read`;
    return `${name} ${Math.round(fromSi(pa, 'pressure', UNIT[habit]).value)} ${UNIT[habit]}`;
  };
  const hole = scene.holeMm === null ? '' : ` The leak is a hole of ${scene.holeMm.toFixed(2)} mm.`;
  const on = scene.elsewhere.map(
    (e) => `${e.percent.toFixed(1)} % at ${e.supplyPsi} psi through ${e.orificeIn.toFixed(3)} in`,
  );
  const heard = PLACES.flatMap((place) => {
    const grade = entry.choices[placeName('heard', place)];
    return grade ? [`${placeLabel(place)} ${grade}`] : [];
  });
  return `Leak-down${side > 0 ? `, cylinder ${side}` : ''}: ${read('supply')}, ${read('held')}.${hole}${on.length > 0 ? ` It reads ${on.join(', ')}.` : ''}${heard.length > 0 ? ` Air heard: ${heard.join(', ')}.` : ''}`;
}
