import { type Dimension, type Quantity, type Unit, unitDefinition, unitsOf } from './dimensions.ts';

/** What the meter shows when nothing connects. */
export const OPEN_LOOP = 'OL';

export type Typed =
  | { readonly ok: true; readonly quantity: Quantity | typeof OPEN_LOOP; readonly typed: string }
  | {
      readonly ok: false;
      readonly code: 'empty' | 'not-a-number' | 'unknown-unit' | 'ambiguous-comma' | 'open-loop-not-here';
      readonly typed: string;
      readonly message: string;
    };

export interface TypedOptions {
  readonly dimension: Dimension;
  /** The unit meant when none is typed. */
  readonly habit: Unit;
  readonly openLoopAllowed?: boolean;
}

const NUMBER_THEN_UNIT = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(.*)$/;

/**
 * What a technician types into one box, as a quantity.
 *
 * A bare number is in the habit unit, with one exception the trade lives by: in a shop that thinks in thousandths, `.004`
 * and `0.004` are inches and `4` is four thousandths. `5.7k` is kilohms. `OL` is an open reading where one is possible.
 * Never guesses: an empty box is not zero, and `1,650` (one thousand or one point six?) is asked again.
 *
 * @returns the quantity in the unit typed (not converted), or the reason it cannot be read; what was typed is always kept
 * @example parseTyped('.004', { dimension: 'length', habit: 'thou' }) // 0.004 in
 */
export function parseTyped(typed: string, options: TypedOptions): Typed {
  const text = typed.trim();
  const no = (code: Exclude<Typed, { ok: true }>['code'], message: string): Typed => ({
    ok: false,
    code,
    typed,
    message,
  });
  if (text === '') return no('empty', 'Nothing typed yet');
  if (/^(ol|o\.l\.?|open|∞)$/i.test(text)) {
    return options.openLoopAllowed
      ? { ok: true, quantity: OPEN_LOOP, typed }
      : no('open-loop-not-here', `OL is not a reading here: type a figure in ${options.habit}`);
  }
  const match = NUMBER_THEN_UNIT.exec(text);
  if (!match) return no('not-a-number', `"${text}" is not a figure: type for example ${example(options)}`);
  const [, figure = '', unitText = ''] = match;
  if (/,\d{3}$/.test(figure)) {
    const whole = figure.replace(',', '');
    return no('ambiguous-comma', `"${figure}" can be read two ways: type ${whole} or ${figure.replace(',', '.')}`);
  }
  const value = Number(figure.replace(',', '.'));
  if (!Number.isFinite(value))
    return no('not-a-number', `"${text}" is not a figure: type for example ${example(options)}`);
  if (unitText.trim() === '') return { ok: true, quantity: { value, unit: bareUnit(value, figure, options) }, typed };
  const unit = unitFromText(unitText.trim(), options.dimension);
  if (!unit)
    return no('unknown-unit', `"${unitText.trim()}" is not a unit for this: ${unitsOf(options.dimension).join(', ')}`);
  return { ok: true, quantity: { value, unit }, typed };
}

function bareUnit(value: number, figure: string, { dimension, habit }: TypedOptions): Unit {
  // Nobody measures a gap of 0.4 thou; a decimal fraction below half an inch is inches.
  if (dimension === 'length' && habit === 'thou' && /[.,]/.test(figure) && Math.abs(value) < 0.5) return 'in';
  return habit;
}

function unitFromText(text: string, dimension: Dimension): Unit | undefined {
  if (unitDefinition(dimension, text)) return text as Unit;
  const lower = text.toLowerCase();
  return unitsOf(dimension).find((u) => unitDefinition(dimension, u)?.typed.includes(lower));
}

function example({ dimension, habit }: TypedOptions): string {
  const figures: Partial<Record<Unit, string>> = {
    V: '12.6',
    kohm: '5.7',
    ohm: '3200',
    thou: '10',
    mm: '0.25',
    degC: '210',
    degF: '410',
    rpm: '1650',
  };
  return `${figures[habit] ?? '4'} ${dimension === 'percent' ? '%' : habit}`;
}
