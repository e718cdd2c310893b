import {
  DEFAULT_RULES,
  type Dimension,
  formatQuantity,
  fromSi,
  parseTyped,
  possibleRange,
  type RuleName,
  shownUnit,
  toSi,
  type Unit,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';

/** How a limit in that unit is typed and shown; units not listed are plain figures. */
const MEASURED: Readonly<Record<string, { readonly dimension: Dimension; readonly imperial?: Unit }>> = {
  V: { dimension: 'voltage' },
  A: { dimension: 'current' },
  mA: { dimension: 'current' },
  ohm: { dimension: 'resistance' },
  mm: { dimension: 'length', imperial: 'thou' },
  psi: { dimension: 'pressure' },
  deg: { dimension: 'angle' },
  min: { dimension: 'time' },
  rpm: { dimension: 'speed' },
  turns: { dimension: 'turns' },
  '%': { dimension: 'percent' },
};

const METRES_PER_FOOT = 0.3048;

function unitFor(rule: RuleName, habit: Habit): Unit {
  const { unit } = DEFAULT_RULES[rule];
  return (habit === 'imperial' ? MEASURED[unit]?.imperial : undefined) ?? (unit as Unit);
}

/** A limit as it is read in this shop: `0.20 mm`, `8 thou`. */
export function shownLimit(rule: RuleName, value: number, habit: Habit): string {
  const { unit } = DEFAULT_RULES[rule];
  const measured = MEASURED[unit];
  if (!measured) return `${Number(value.toPrecision(4))} ${shownUnit(unit)}`.trim();
  const as = unitFor(rule, habit);
  if (as === unit && ['ohm', 'A', 'mA', 'V', 'mm', 'min'].includes(unit))
    return `${Number(value.toPrecision(4))} ${shownUnit(unit)}`;
  return formatQuantity(fromSi(toSi({ value, unit: unit as Unit }, measured.dimension), measured.dimension, as));
}

/**
 * What was typed for a limit, in the rule's own unit.
 * @returns the figure, null for an empty box (the default holds), or what is wrong with it
 */
export function limitOf(rule: RuleName, typed: string, habit: Habit): number | null | { readonly wrong: string } {
  const text = typed.trim();
  if (text === '') return null;
  const { unit } = DEFAULT_RULES[rule];
  const measured = MEASURED[unit];
  let value: number;
  if (measured) {
    const read = parseTyped(text, { dimension: measured.dimension, habit: unitFor(rule, habit) });
    if (!read.ok) return { wrong: read.message };
    if (read.quantity === 'OL') return { wrong: 'a limit is a figure' };
    value = fromSi(toSi(read.quantity, measured.dimension), measured.dimension, unit as Unit).value;
  } else {
    const plain = /^([+-]?\d+(?:[.,]\d+)?)\s*(ft|m|psi\/min)?$/i.exec(text);
    const suffix = plain?.[2]?.toLowerCase();
    if (!plain || (suffix && suffix !== unit && !(suffix === 'ft' && unit === 'm')))
      return { wrong: `"${text}" is not a figure here` };
    value = Number(plain[1]!.replace(',', '.')) * (suffix === 'ft' ? METRES_PER_FOOT : 1);
  }
  const [low, high] = possibleRange(rule);
  // Thousandths turned into millimetres leave a tail no blade has.
  value = Number(value.toPrecision(6));
  return value >= low && value <= high
    ? value
    : { wrong: `cannot be: ${shownLimit(rule, low, habit)} to ${shownLimit(rule, high, habit)}` };
}
