import type { Dimension, Unit } from '../units/index.ts';

/** One box on the entry panel. Limits are what the quantity can be at all, in the inside unit of its dimension. */
export interface NumberField {
  readonly kind: 'number';
  readonly label: string;
  readonly dimension: Dimension;
  readonly min: number;
  readonly max: number;
  readonly habit: { readonly metric: Unit; readonly imperial: Unit };
  readonly required: boolean;
  readonly openLoop: boolean;
  /** It adds to what was seen, and is not what the check is made for. */
  readonly adds: boolean;
}

export interface ChoiceField {
  readonly kind: 'choice';
  readonly label: string;
  readonly choices: readonly string[];
  readonly required: boolean;
}

export interface FlagField {
  readonly kind: 'flag';
  readonly label: string;
}

/** One grade for each of several places, such as how loudly air is heard where. */
export interface PlacesField {
  readonly kind: 'places';
  readonly label: string;
  readonly places: readonly { readonly id: string; readonly label: string }[];
  readonly grades: readonly string[];
}

export type Field = NumberField | ChoiceField | FlagField | PlacesField;

/** A field's figure after the door: inside unit, `OL`, a choice, a yes/no, or a grade by place. */
export type FieldValue = number | 'OL' | string | boolean | Readonly<Record<string, string>>;

export function numberField(
  label: string,
  dimension: Dimension,
  [min, max]: readonly [number, number],
  [metric, imperial]: readonly [Unit, Unit],
  options: { required?: boolean; openLoop?: boolean; adds?: boolean } = {},
): NumberField {
  return {
    kind: 'number',
    label,
    dimension,
    min,
    max,
    habit: { metric, imperial },
    required: options.required ?? false,
    openLoop: options.openLoop ?? false,
    adds: options.adds ?? false,
  };
}
