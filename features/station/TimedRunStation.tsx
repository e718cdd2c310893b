import { Drawing, Words } from './parts.tsx';
import { figureOf, type StationProps } from './stationProps.ts';

/** A run against the clock: when it stumbled and died on one line, and what is to be at hand by then. */
export function TimedRunStation({ check, head, sides }: StationProps) {
  const [own] = sides as [StationProps['sides'][number]];
  const [died, stumbled] = [figureOf(own, 'minutes'), figureOf(own, 'stumbled')];
  const told = head.history.failsAfterMin ?? null;
  const full = 60 * Math.max(check.lastsMin ?? 20, 1.2 * (told ?? 0), 1.1 * ((died ?? 0) / 60));
  const x = (seconds: number) => 10 + (540 * seconds) / full;
  const minutes = (seconds: number) => `${(seconds / 60).toFixed(seconds < 600 ? 1 : 0)} min`;
  const says = `Timed run: ${stumbled === null ? 'no stumble noted' : `first stumble at ${minutes(stumbled)}`}, ${died === null ? 'not ended' : `ended at ${minutes(died)}`}${told === null ? '' : `; the customer says after ${told} min`}.`;
  return (
    <div className="space-y-2">
      <Drawing says={says} width={560} height={96}>
        <line x1={10} x2={550} y1={48} y2={48} stroke="var(--ink)" strokeWidth={4} />
        {died !== null && (
          <line x1={10} x2={x(died)} y1={48} y2={48} stroke="var(--ridge)" strokeWidth={14} data-ran={died} />
        )}
        {told !== null && <At x={x(60 * told)} text="as told" y={88} dash />}
        {stumbled !== null && <At x={x(stumbled)} text={`stumbled ${minutes(stumbled)}`} y={20} />}
        {died !== null && <At x={x(died)} text={minutes(died)} y={88} />}
      </Drawing>
      <p className="text-[0.95rem]">
        Prepared before it fails: tester clipped on, a jar under the drain. Flow only once the exhaust is cold.
      </p>
    </div>
  );
}

function At({ x, y, text, dash = false }: { x: number; y: number; text: string; dash?: boolean }) {
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1={28}
        y2={68}
        stroke={dash ? 'var(--ink)' : 'var(--rust)'}
        strokeWidth={4}
        {...(dash ? { strokeDasharray: '5 4' } : {})}
      />
      <Words x={Math.min(500, Math.max(50, x))} y={y} at="middle" bold size={14.5}>
        {text}
      </Words>
    </g>
  );
}
