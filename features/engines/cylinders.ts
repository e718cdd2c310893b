/** How many cylinders an engine may have, as keys. */
export const CYLINDERS = [
  { value: '1', label: 'One' },
  { value: '2', label: 'Two' },
  { value: '3', label: 'Three' },
] as const;
export type CylinderKey = (typeof CYLINDERS)[number]['value'];
