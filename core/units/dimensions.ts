/**
 * The closed list of units a reading may carry, by what is measured.
 *
 * `toSi` turns a figure in that unit into the inside unit of its dimension (named in `siName`); pressures are gauge here,
 * absolute only inside the formulas that need it. Temperatures stay in degrees Celsius inside: every formula of the trade
 * is written in differences from 20 degC or 25 degC.
 */
export interface UnitDefinition {
  readonly toSi: (value: number) => number;
  readonly fromSi: (value: number) => number;
  /** What people type for it, lower case. */
  readonly typed: readonly string[];
}

const scale = (factor: number, ...typed: string[]): UnitDefinition => ({
  toSi: (v) => v * factor,
  fromSi: (v) => v / factor,
  typed,
});

/** 1 in = 25.4 mm exactly [S: ISO 80000-3]. */
const METRES_PER_INCH = 0.0254;
/** 1 lbf ft = 1.355818 N m, 1 lbf in a twelfth of it [S: NIST SP 811, app. B]. */
const NEWTON_METRES_PER_FOOT_POUND = 1.3558179483314;
/** 1 lbf/in2 = 6894.757 Pa [S: NIST SP 811, app. B]. */
const PASCALS_PER_PSI = 6894.757293168361;

export const DIMENSIONS = {
  voltage: { siName: 'V', units: { V: scale(1, 'v', 'volt', 'volts'), mV: scale(1e-3, 'mv') } },
  current: { siName: 'A', units: { A: scale(1, 'a', 'amp', 'amps'), mA: scale(1e-3, 'ma') } },
  resistance: {
    siName: 'ohm',
    units: {
      ohm: scale(1, 'ohm', 'ohms', 'r', 'ω', 'Ω'.toLowerCase()),
      kohm: scale(1e3, 'k', 'kohm', 'kohms', 'kω'),
      mohm: scale(1e-3, 'mohm', 'milliohm', 'mω'),
    },
  },
  length: {
    siName: 'm',
    units: {
      mm: scale(1e-3, 'mm'),
      in: scale(METRES_PER_INCH, 'in', 'inch', 'inches', '"'),
      thou: scale(METRES_PER_INCH / 1000, 'thou', 'thousandths', 'mil'),
    },
  },
  pressure: {
    siName: 'Pa',
    units: { psi: scale(PASCALS_PER_PSI, 'psi'), kPa: scale(1e3, 'kpa'), bar: scale(1e5, 'bar') },
  },
  temperature: {
    siName: 'degC',
    units: {
      degC: scale(1, 'c', 'degc', '°c', 'celsius'),
      degF: {
        toSi: (f) => ((f - 32) * 5) / 9,
        fromSi: (c) => (c * 9) / 5 + 32,
        typed: ['f', 'degf', '°f', 'fahrenheit'],
      },
    },
  },
  speed: { siName: 'rpm', units: { rpm: scale(1, 'rpm', '/min', 'revs') } },
  time: {
    siName: 's',
    units: { s: scale(1, 's', 'sec'), min: scale(60, 'min', 'm', 'mins'), h: scale(3600, 'h', 'hr', 'hours') },
  },
  volume: { siName: 'm3', units: { ml: scale(1e-6, 'ml', 'cc'), l: scale(1e-3, 'l', 'litre', 'liter') } },
  torque: {
    siName: 'N m',
    units: {
      'N m': scale(1, 'nm', 'n·m', 'n m', 'newton metres'),
      'lbf ft': scale(NEWTON_METRES_PER_FOOT_POUND, 'lb-ft', 'ft-lb', 'ft lb', 'lb ft', 'ftlb', 'lbft', 'ft-lbs'),
      'lbf in': scale(NEWTON_METRES_PER_FOOT_POUND / 12, 'lb-in', 'in-lb', 'in lb', 'lb in', 'inlb', 'lbin', 'in-lbs'),
    },
  },
  angle: { siName: 'deg', units: { deg: scale(1, 'deg', 'degrees', '°') } },
  turns: { siName: 'turns', units: { turns: scale(1, 'turns', 'turn') } },
  count: { siName: 'times', units: { times: scale(1, 'times', 'x') } },
  percent: { siName: '%', units: { '%': scale(1, '%', 'percent') } },
} as const satisfies Record<string, { siName: string; units: Record<string, UnitDefinition> }>;

export type Dimension = keyof typeof DIMENSIONS;
export type Unit = { [D in Dimension]: keyof (typeof DIMENSIONS)[D]['units'] }[Dimension];

/** A figure with its unit, as it crosses a boundary. */
export interface Quantity {
  readonly value: number;
  readonly unit: Unit;
}

/** The units a dimension accepts, in menu order. */
export function unitsOf(dimension: Dimension): Unit[] {
  return Object.keys(DIMENSIONS[dimension].units) as Unit[];
}

/** The definition of `unit` within `dimension`, or undefined when the unit does not measure it. */
export function unitDefinition(dimension: Dimension, unit: string): UnitDefinition | undefined {
  const units: Readonly<Record<string, UnitDefinition>> = DIMENSIONS[dimension].units;
  return Object.hasOwn(units, unit) ? units[unit] : undefined;
}

/**
 * A quantity as the inside figure of its dimension.
 * @throws RangeError when the unit does not measure that dimension
 * @example toSi({ value: 4, unit: 'thou' }, 'length') // 0.0001016
 */
export function toSi(quantity: Quantity, dimension: Dimension): number {
  const unit = unitDefinition(dimension, quantity.unit);
  if (!unit)
    throw new RangeError(`${quantity.unit} does not measure ${dimension}: use ${unitsOf(dimension).join(', ')}`);
  return unit.toSi(quantity.value);
}

/**
 * The inside figure of a dimension in the unit asked for.
 * @throws RangeError when the unit does not measure that dimension
 */
export function fromSi(si: number, dimension: Dimension, unit: Unit): Quantity {
  const definition = unitDefinition(dimension, unit);
  if (!definition) throw new RangeError(`${unit} does not measure ${dimension}: use ${unitsOf(dimension).join(', ')}`);
  return { value: definition.fromSi(si), unit };
}
