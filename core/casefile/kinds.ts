/** Why a check could not be made: the engine does not come to that state, or nobody gets at it or has what it takes. */
export const NOT_PERFORMED_REASONS = ['not-reached', 'out-of-reach'] as const;
export type NotPerformedReason = (typeof NOT_PERFORMED_REASONS)[number];

export const CLOSE_KINDS = ['cured', 'customer-stops', 'decided-against', 'no-fault-found'] as const;
export type CloseKind = (typeof CLOSE_KINDS)[number];
