export { type Band, bandWeights } from './bands.ts';
export { ccaEstimateA, chargePercent } from './battery.ts';
export { coilResistanceAt20C } from './coil.ts';
export { interpolate } from './interpolate.ts';
export { normalCdf } from './normal.ts';
