export {
  DIMENSIONS,
  type Dimension,
  fromSi,
  type Quantity,
  toSi,
  type Unit,
  unitDefinition,
  unitsOf,
} from './dimensions.ts';
export { formatQuantity, shownUnit } from './formatQuantity.ts';
export { OPEN_LOOP, parseTyped, type Typed, type TypedOptions } from './parseTyped.ts';
