import type { MouseEvent, ReactNode } from 'react';

/** A drawing with its text equivalent; one unit is one pixel where it has its full width. */
export function Drawing({
  says,
  width,
  height,
  children,
}: {
  readonly says: string;
  readonly width: number;
  readonly height: number;
  readonly children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a group, so that keys within it are spoken too.
    <div role="group" aria-label={says} className="max-w-[40rem]">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="block h-auto w-full overflow-visible"
        aria-hidden="true"
        fontSize={15}
      >
        {children}
      </svg>
    </div>
  );
}

export function Words({
  x,
  y,
  children,
  at = 'start',
  bold = false,
  soft = false,
  size,
}: {
  readonly x: number;
  readonly y: number;
  readonly children: ReactNode;
  readonly at?: 'start' | 'middle' | 'end';
  readonly bold?: boolean;
  readonly soft?: boolean;
  readonly size?: number;
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={at}
      fontWeight={bold ? 800 : 500}
      fill={soft ? 'var(--soft)' : 'var(--ink)'}
      {...(size ? { fontSize: size } : {})}
    >
      {children}
    </text>
  );
}

/** A point on a circle, 0 degrees straight up, clockwise. */
export const onCircle = (x: number, y: number, r: number, deg: number): readonly [number, number] => {
  const t = ((deg - 90) * Math.PI) / 180;
  return [x + r * Math.cos(t), y + r * Math.sin(t)];
};

/** A path along a circle. */
export function arcPath(x: number, y: number, r: number, fromDeg: number, toDeg: number): string {
  const [x1, y1] = onCircle(x, y, r, fromDeg);
  const [x2, y2] = onCircle(x, y, r, toDeg);
  return `M${x1.toFixed(1)},${y1.toFixed(1)} A${r},${r} 0 ${toDeg - fromDeg > 180 ? 1 : 0} 1 ${x2.toFixed(1)},${y2.toFixed(1)}`;
}

/** A hatched filling, so that a stretch shows without its colour. */
export function Hatch({ id, colour }: { readonly id: string; readonly colour: string }) {
  return (
    <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" x2="0" y1="0" y2="7" stroke={colour} strokeWidth="2.5" />
    </pattern>
  );
}

/** A row of views of one station. */
export function Views<T extends string>({
  views,
  shown,
  onShow,
}: {
  readonly views: Readonly<Record<T, string>>;
  readonly shown: T;
  readonly onShow: (view: T) => void;
}) {
  return (
    <div className="flex flex-wrap gap-1.5" role="tablist" aria-label="What is drawn">
      {(Object.entries(views) as [T, string][]).map(([id, label]) => (
        <button
          key={id}
          type="button"
          role="tab"
          aria-selected={shown === id}
          onClick={() => onShow(id)}
          className="min-h-tap border-2 border-line bg-sheet px-3 text-[0.9rem] font-semibold aria-selected:border-b-ink aria-selected:border-b-4"
        >
          {label}
        </button>
      ))}
    </div>
  );
}

/** A place in a drawing that is tapped. The same is done by keys in the boxes beside it, so it is no key of its own. */
export function TapPlace({
  onTap,
  children,
  ...data
}: {
  readonly onTap: (e: MouseEvent<SVGGElement>) => void;
  readonly children: ReactNode;
} & { readonly [key: `data-${string}`]: string }) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the boxes beside the drawing are worked by keys.
    <g onClick={onTap} className="cursor-pointer" {...data}>
      {children}
    </g>
  );
}
