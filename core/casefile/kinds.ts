export const CLOSE_KINDS = ['cured', 'customer-stops', 'decided-against', 'no-fault-found'] as const;
export type CloseKind = (typeof CLOSE_KINDS)[number];
