'use client';
import { type KeyboardEvent, type MouseEvent, useRef, useState } from 'react';
import { PARTS, type PartId, type RidgePart } from '@/core/index.ts';
import { MARK_WORDS } from './BoltMark.tsx';
import { chanceOf, percent } from './ridgeShape.ts';

/** The columns as keys: a tap takes the nearest suspected part, the arrow keys go along the ridge. */
export function Columns({
  parts,
  column,
  height,
  chosen,
  nameTop,
  onChoose,
}: {
  parts: readonly RidgePart[];
  column: number;
  height: number;
  chosen: PartId | null;
  /** Where the name of one bolt stands [px]. */
  nameTop: number;
  onChoose: (part: PartId) => void;
}) {
  const list = useRef<HTMLDivElement>(null);
  const [named, setNamed] = useState<number | null>(null);
  const holding = useRef(0);
  const tallest = parts.reduce((best, part, i) => (chanceOf(part) > chanceOf(parts[best]!) ? i : best), 0);
  const [at, setAt] = useState<number | null>(null);
  const here = at ?? tallest;
  const go = (e: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (step === undefined) return;
    e.preventDefault();
    const next = (here + step + PARTS.length) % PARTS.length;
    setAt(next);
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  const tap = (e: MouseEvent, i: number) => {
    // A key press has no place; a finger has, and is wide.
    const target = e.detail === 0 ? i : nearest(parts, i, column, e.nativeEvent.offsetX);
    setAt(target);
    onChoose(PARTS[target]!.id);
  };
  return (
    <div ref={list} role="toolbar" aria-label="Parts along the ridge" onKeyDown={go} className="contents">
      {PARTS.map((part, i) => (
        <button
          key={part.id}
          type="button"
          tabIndex={i === here ? 0 : -1}
          aria-pressed={chosen === part.id}
          aria-label={`${part.name}, ${parts[i]!.sides.map((s) => MARK_WORDS[s.mark]).join(' and ')}, ${percent(chanceOf(parts[i]!))} in a hundred`}
          onClick={(e) => tap(e, i)}
          onPointerEnter={(e) => e.pointerType === 'mouse' && setNamed(i)}
          onPointerDown={(e) => {
            if (e.pointerType !== 'mouse') holding.current = window.setTimeout(() => setNamed(i), HOLD_MS);
          }}
          onPointerUp={() => clearTimeout(holding.current)}
          onPointerLeave={() => {
            clearTimeout(holding.current);
            setNamed(null);
          }}
          onFocus={(e) => e.target.matches(':focus-visible') && setNamed(i)}
          onBlur={() => setNamed(null)}
          className="absolute top-0 outline-offset-[-3px]"
          style={{ left: i * column, width: column, height }}
          data-part={part.id}
        />
      ))}
      {named !== null && <BoltName part={parts[named]!} index={named} column={column} top={nameTop} />}
    </div>
  );
}

/** How long a finger rests on a bolt before it is named [ms]. */
const HOLD_MS = 400;

/** What one bolt is, and how it stands; beside it while it is pointed at, held or in focus. */
function BoltName({ part, index, column, top }: { part: RidgePart; index: number; column: number; top: number }) {
  const left = index < PARTS.length / 2;
  return (
    <p
      aria-hidden="true"
      data-bolt-name={PARTS[index]!.id}
      className="pointer-events-none absolute z-20 bg-ink px-2 py-0.5 text-[0.95rem] font-bold whitespace-nowrap text-sheet"
      style={left ? { left: (index + 0.1) * column, top } : { right: `calc(100% - ${(index + 0.9) * column}px)`, top }}
    >
      {PARTS[index]!.name}: {part.sides.map((s) => MARK_WORDS[s.mark]).join(' · ')}, {percent(chanceOf(part))} in a
      hundred
    </p>
  );
}

function nearest(parts: readonly RidgePart[], i: number, column: number, offsetX: number): number {
  if (chanceOf(parts[i]!) >= WORTH_A_TAP || column >= 2 * REACH_PX) return i;
  const x = i * column + offsetX;
  let best = i;
  for (let j = 0; j < parts.length; j++) {
    const away = Math.abs((j + 0.5) * column - x);
    if (away <= REACH_PX && chanceOf(parts[j]!) >= WORTH_A_TAP && chanceOf(parts[j]!) > chanceOf(parts[best]!))
      best = j;
  }
  return best;
}

/** A tap this near a suspected part is meant for it: a gloved finger is wider than a column. */
const REACH_PX = 30;

const WORTH_A_TAP = 0.03;
