import type { Quantity, Unit } from './dimensions.ts';

/** Decimals a technician writes for each unit; more would pretend to an accuracy no shop instrument has. */
const DECIMALS: Record<Unit, number> = {
  V: 2,
  mV: 0,
  A: 0,
  mA: 0,
  ohm: 0,
  kohm: 2,
  mohm: 1,
  mm: 2,
  in: 3,
  thou: 1,
  psi: 0,
  kPa: 0,
  bar: 2,
  degC: 0,
  degF: 0,
  rpm: 0,
  s: 0,
  min: 0,
  h: 1,
  ml: 0,
  l: 2,
  'N m': 1,
  'lbf ft': 1,
  'lbf in': 0,
  deg: 1,
  turns: 2,
  times: 0,
  '%': 0,
};

const SHOWN: Readonly<Record<string, string>> = {
  ohm: 'Ω',
  kohm: 'kΩ',
  mohm: 'mΩ',
  degC: '°C',
  degF: '°F',
  deg: '°',
  mm2: 'mm²',
  'N m': 'N·m',
};

/** The unit as printed on screen and paper. */
export function shownUnit(unit: string): string {
  return SHOWN[unit] ?? unit;
}

/**
 * A quantity as printed: `12.58 V`, `0.010 in`, `OL`. Small resistances keep two decimals.
 * @throws RangeError when the value is not finite: a missing figure is said, not printed
 */
export function formatQuantity(quantity: Quantity | 'OL'): string {
  if (quantity === 'OL') return 'OL';
  if (!Number.isFinite(quantity.value)) throw new RangeError('formatQuantity: value must be finite');
  const small = quantity.unit === 'ohm' && Math.abs(quantity.value) < 100;
  const decimals = small ? 2 : DECIMALS[quantity.unit];
  return `${quantity.value.toFixed(decimals)} ${shownUnit(quantity.unit)}`;
}
