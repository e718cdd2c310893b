import type { Rules } from '../house/rules.ts';
import { formatQuantity, fromSi, parseTyped, shownUnit, toSi, type Unit } from '../units/index.ts';
import { figuresLearned } from './schema.ts';
import type { EngineFigureName, EngineFigures, FigureSource } from './sheet.ts';
import { SHEET_WORDS, type SheetFigure } from './sheetParts.ts';

export type SheetHabit = 'metric' | 'imperial';
type Values = Partial<Record<EngineFigureName, number | string | null>>;

export type TypedFigure =
  | { readonly ok: true; readonly values: Values }
  | { readonly ok: false; readonly message: string };

/** Between from and to: a dash, three dots or the word. */
const BETWEEN = /\s*(?:–|—|\.\.\.?|…|\bto\b|(?<=[\d\s.a-zΩ"°])-)\s*/i;

/**
 * What somebody types for a figure of an engine sheet, in the units of the sheet. Both ends of a range stand in one box, `3.2 - 4.6 kohm`; a unit at
 * its end counts for both. An empty box takes the figure back.
 * @returns the figures by name, null where taken back; or why it cannot be read, in plain words
 */
export function readSheetFigure(figure: SheetFigure, typed: string, habit: SheetHabit): TypedFigure {
  const { names, label } = figure;
  if (typed.trim() === '') return { ok: true, values: Object.fromEntries(names.map((name) => [name, null])) };
  if (figure.options)
    return figure.options.some((o) => o.value === typed)
      ? { ok: true, values: { [names[0]]: typed } }
      : { ok: false, message: `pick one of: ${figure.options.map((o) => o.label).join(', ')}` };
  const parts = names.length === 1 ? [typed] : typed.split(BETWEEN);
  if (parts.length !== names.length || parts.some((part) => part.trim() === ''))
    return { ok: false, message: `type both, from and to, such as ${exampleOf(figure, habit)}` };
  const unitTyped = /^[\d.,+-]+\s*(\D+)$/.exec(parts.at(-1)!.trim())?.[1] ?? '';
  const values: Values = {};
  for (const [k, name] of names.entries()) {
    const part = parts[k]!.trim();
    const read = oneFigure(figure, /^[\d.,+-]+$/.test(part) ? `${part} ${unitTyped}` : part, habit);
    if (!read.ok) return read;
    const outside = outOfRange(figure, name, read.value, habit);
    if (outside) return { ok: false, message: outside };
    values[name] = read.value;
  }
  const [low, high] = names;
  if (high !== undefined && (values[low] as number) > (values[high] as number))
    return { ok: false, message: `${label}: the first figure is the lower one` };
  return { ok: true, values };
}

function oneFigure(
  { dimension, unit, habit: units }: SheetFigure,
  text: string,
  habit: SheetHabit,
): { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string } {
  if (dimension === null) {
    const bare = text.trim().replace(/\s*(?:n\s*[·.]?\s*m|: ?1|teeth)$/i, '');
    const value = Number(bare.replace(',', '.'));
    return bare !== '' && Number.isFinite(value)
      ? { ok: true, value }
      : { ok: false, message: `"${text.trim()}" is not a figure` };
  }
  const read = parseTyped(text, { dimension, habit: units![habit] });
  if (!read.ok) return read;
  if (read.quantity === 'OL') return { ok: false, message: 'OL is not a figure of a sheet' };
  return { ok: true, value: rounded(fromSi(toSi(read.quantity, dimension), dimension, unit as Unit).value) };
}

/** To the twelfth figure: 4 thou is 0.1016 mm and not a little more. */
const rounded = (value: number) => Number(value.toPrecision(12));

function outOfRange(figure: SheetFigure, name: EngineFigureName, value: number, habit: SheetHabit): string | null {
  const range = figuresLearned.shape[name as keyof typeof figuresLearned.shape].unwrap().unwrap();
  if (!('minValue' in range)) return null;
  const { minValue, maxValue } = range;
  if ((minValue === null || value >= minValue) && (maxValue === null || value <= maxValue)) return null;
  const shown = (limit: number | null) => shownFigure(figure, limit ?? 0, habit);
  return `${shownFigure(figure, value, habit)} cannot be: ${shown(minValue)} to ${shown(maxValue)}`;
}

/** One figure of a sheet as printed, in the unit the shop reads it in. */
export function shownFigure({ dimension, unit, habit: units }: SheetFigure, value: number, habit: SheetHabit): string {
  if (dimension === null || !units) return `${Number(value.toPrecision(4))} ${shownUnit(unit)}`.trim();
  const own = fromSi(toSi({ value, unit: unit as Unit }, dimension), dimension, units[habit]);
  // A bore is not known by its tenth of an inch.
  if (own.unit === 'mm' && own.value >= 10) return `${Number(own.value.toPrecision(4))} mm`;
  if (own.unit === 'V') return `${Number(own.value.toPrecision(4))} V`;
  return formatQuantity(own);
}

/** What the sheet says of a figure, `0.20 to 0.30 mm`; null where it is missing. */
export function sheetFigureText(figure: SheetFigure, figures: EngineFigures, habit: SheetHabit): string | null {
  const values = figure.names.map((name) => figures[name]);
  if (values.some((value) => value == null)) return null;
  if (figure.options) return figure.options.find((o) => o.value === values[0])?.label ?? null;
  return fromTo(values.map((value) => shownFigure(figure, Number(value), habit)));
}

/** `2.50 to 15.00 kΩ`: a unit that both have is said once. */
function fromTo([from = '', to]: readonly string[]): string {
  if (to === undefined) return from;
  const unit = / \S+$/.exec(to)?.[0] ?? '';
  return `${unit && from.endsWith(unit) ? from.slice(0, -unit.length) : from} to ${to}`;
}

/** As it would be typed again into its box. */
export const typedFigure = (figure: SheetFigure, figures: EngineFigures, habit: SheetHabit): string =>
  figure.options
    ? String(figures[figure.names[0]] ?? '')
    : (sheetFigureText(figure, figures, habit)?.replace(/ to /, ' - ') ?? '');

/** What stands in for a figure that the sheet lacks, with where that comes from; null where nothing does. */
export function standInText(figure: SheetFigure, rules: Rules, habit: SheetHabit): string | null {
  if (figure.standsIn.length === 0) return null;
  const own = figure.standsIn.map((name) => rules[name]);
  return `${fromTo(own.map(({ value }) => shownFigure(figure, value, habit)))} (${own[0]!.source})`;
}

export const exampleOf = (figure: SheetFigure, habit: SheetHabit): string => EXAMPLES[figure.id]?.[habit] ?? '';

/** How a figure looks, for the empty box [M]. */
const EXAMPLES: Readonly<Record<string, Readonly<Record<SheetHabit, string>>>> = {
  coilOhms: { metric: '3.2 - 4.6 kΩ', imperial: '3.2 - 4.6 kΩ' },
  coilGap: { metric: '0.20 - 0.30', imperial: '8 - 12' },
  plugGapMm: { metric: '0.76', imperial: '30' },
  solenoidOhms: { metric: '18 - 40', imperial: '18 - 40' },
  lashIntake: { metric: '0.08 - 0.13', imperial: '3 - 5' },
  lashExhaust: { metric: '0.13 - 0.18', imperial: '5 - 7' },
};

/** Where a figure came from, in words. */
export const SOURCE_WORDS: Readonly<Record<FigureSource, string>> = {
  'maker-sheet': "maker's manual",
  'measured-here': 'measured here',
  'house-rule': 'house rule',
  'common-practice': 'common practice',
  memory: 'from memory',
  'invented-demo': 'invented for the demo',
};

/** A word of an engine as it is said; what nobody said is not known. */
export const wordText = (word: (typeof SHEET_WORDS)[number]['word'], said: string | undefined): string =>
  SHEET_WORDS.find((w) => w.word === word)?.options.find((o) => o.value === (said ?? 'unknown'))?.label ??
  (said === 'single' ? 'Single' : 'Not known');
