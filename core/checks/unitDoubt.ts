import type { EngineFigures } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import { type Dimension, parseTyped, type Quantity, toSi, type Unit } from '../units/index.ts';
import type { NumberField } from './field.ts';
import type { CheckId } from './index.ts';

/** What is known beside a figure when it is asked which unit was meant. */
interface Beside {
  readonly figures: EngineFigures;
  readonly rules: Rules;
  /** The other figures of the reading, in inside units. */
  readonly others: Readonly<Record<string, number | undefined>>;
}
/** Where a figure lies on nearly every machine, sound or not, in the inside unit; null where that is not known yet. */
type Usual = (beside: Beside) => readonly [number, number] | null;

const PSI = 6894.757;
const MM = 1e-3;
const psi = (from: number, to: number): Usual => {
  const band = [from * PSI, to * PSI] as const;
  return () => band;
};
const mm = (from: number, to: number): Usual => {
  const band = [from * MM, to * MM] as const;
  return () => band;
};
/** From so much of another figure to all of it, and a hair more. */
const shareOf =
  (name: string, from: number, otherwise: Usual): Usual =>
  (beside) => {
    const whole = beside.others[name];
    return whole === undefined ? otherwise(beside) : [from * whole, 1.03 * whole];
  };

const lash =
  (valve: 'Intake' | 'Exhaust'): Usual =>
  ({ figures, rules }) => {
    const [low, high] = [`lash${valve}LowMm`, `lash${valve}HighMm`] as const;
    const from = figures[low] ?? rules[low].value;
    return [MM * Math.min(0.02, from / 4), MM * Math.max(0.6, 3 * (figures[high] ?? rules[high].value))];
  };
const airGap: Usual = ({ figures, rules }) => [
  (MM * (figures.coilGapLowMm ?? rules.airGapLowMm.value)) / 3,
  3 * MM * (figures.coilGapHighMm ?? rules.airGapHighMm.value),
];
const plugGap: Usual = ({ figures, rules }) => {
  const gap = figures.plugGapMm ?? rules.plugGapMm.value;
  return [0.3 * MM * gap, 2.2 * MM * gap];
};
const travel: Usual = ({ figures }) =>
  figures.strokeMm == null ? [0.02, 0.11] : [0.25 * MM * figures.strokeMm, 1.1 * MM * figures.strokeMm];

/** Common practice or from memory, adjustable: what testers are fed, what gauges show, what blades go in. */
const USUAL: { readonly [Id in CheckId]?: Readonly<Record<string, Usual>> } = {
  'spark.plug-gap': { value: plugGap },
  'spark.points': { gap: mm(0.1, 1.2) },
  'spark.air-gap': { gapA: airGap, gapB: airGap },
  'spark.key': { offset: mm(0, 15) },
  'valve.lash': {
    intake: lash('Intake'),
    exhaust: lash('Exhaust'),
    intakeRefuses: lash('Intake'),
    exhaustRefuses: lash('Exhaust'),
  },
  'look.oil': { overMark: mm(-30, 60) },
  'seal.piston-moves': { travel },
  'seal.compression': { value: psi(25, 220) },
  'seal.wet': { value: psi(25, 240), dry: psi(25, 220) },
  'seal.leak-down': {
    supply: psi(20, 130),
    held: shareOf('supply', 0.25, psi(14, 130)),
    orifice: mm(0.4, 2.6),
    jet: mm(0.4, 2.6),
    barLength: mm(120, 1500),
    jetHeld: shareOf('supply', 0.05, psi(5, 130)),
  },
  'fuel.needle-hold': { start: psi(2.4, 14), end: shareOf('start', 0.3, psi(1.5, 14)) },
  'power.drop-positive': { cableLength: mm(150, 4000) },
  'power.drop-ground': { cableLength: mm(150, 4000) },
};

/** Units that are taken for one another, in the order they are thought of. */
const MISTAKEN: { readonly [D in Dimension]?: readonly Unit[] } = {
  length: ['thou', 'mm', 'in'],
  pressure: ['psi', 'kPa', 'bar'],
};

/** What was typed without a unit, with that it was read in and with that it was more probably meant in: either can be typed. */
export interface UnitDoubt {
  /** Null where it cannot be read so at all. */
  readonly read: string | null;
  readonly meant: string;
}

/**
 * Whether the same digits in another unit are far likelier on this engine: as read the figure lies outside of what nearly every machine shows, in the other
 * unit inside. A figure typed with its unit is not doubted, nor is nothing at all.
 * @param typed as it stands in the box
 * @param habit the unit a bare number is taken in
 * @returns null where there is nothing to ask
 * @example `.030` for a plug gap in a shop of millimetres: { read: '.030 mm', meant: '30 thou' }
 */
export function unitDoubt(
  check: string,
  name: string,
  field: NumberField,
  { typed, habit }: { readonly typed: string; readonly habit: Unit },
  beside: Beside,
): UnitDoubt | null {
  const usual = USUAL[check as CheckId]?.[name]?.(beside);
  const { dimension } = field;
  const parsed = parseTyped(typed, { dimension, habit });
  if (!usual || !parsed.ok || parsed.quantity === 'OL' || !isBare(typed) || parsed.quantity.value === 0) return null;
  const read = parsed.quantity;
  const lies = (quantity: Quantity) => {
    const si = toSi(quantity, dimension);
    return si >= usual[0] && si <= usual[1];
  };
  if (lies(read)) return null;
  const { value } = read;
  const middle = Math.log(Math.max(usual[0], usual[1] / 50) * usual[1]) / 2;
  const [meant] = (MISTAKEN[dimension] ?? [])
    .filter((unit) => unit !== read.unit && isSaidIn(unit, typed))
    .map((unit): Quantity => ({ value, unit }))
    .filter(lies)
    .sort((a, b) => Math.abs(Math.log(toSi(a, dimension)) - middle) - Math.abs(Math.log(toSi(b, dimension)) - middle));
  if (!meant) return null;
  const si = toSi(read, dimension);
  const digits = typed.trim();
  return {
    read: si >= field.min && si <= field.max ? `${digits} ${read.unit}` : null,
    meant: asSaid(meant, digits),
  };
}

/** Thousandths are said in whole ones, inches by a decimal point: nobody means one and a half thou. */
const isSaidIn = (unit: Unit, typed: string): boolean =>
  unit === 'thou' ? !/[.,]/.test(typed) : unit === 'in' ? /[.,]/.test(typed) || Number(typed) >= 1 : true;

const isBare = (typed: string) => /^[+-]?[\d.,]+$/.test(typed.trim());

/** `.030` in is said as 30 thou. */
const asSaid = ({ value, unit }: Quantity, digits: string): string =>
  unit === 'in' && Math.abs(value) < 0.5 ? `${Math.round(value * 1e6) / 1e3} thou` : `${digits} ${unit}`;
