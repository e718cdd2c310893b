/** Why a check could not be made: the engine does not come to that state, or nobody gets at it or has what it takes. */
export const NOT_PERFORMED_REASONS = ['not-reached', 'out-of-reach'] as const;
export type NotPerformedReason = (typeof NOT_PERFORMED_REASONS)[number];

export const CLOSE_KINDS = ['cured', 'customer-stops', 'decided-against', 'no-fault-found'] as const;
export type CloseKind = (typeof CLOSE_KINDS)[number];

/** Where a part on the bench comes from. */
export const PART_ORIGINS = ['new', 'donor', 'old'] as const;
export type PartOrigin = (typeof PART_ORIGINS)[number];

/** Whether it can be fitted as it is. */
export const PART_FITS = ['fits', 'does-not-fit', 'not-tried'] as const;
export type PartFit = (typeof PART_FITS)[number];

/** What goes over from the part that comes off. */
export const CARRIED_OVER = ['boot', 'grommet', 'clip', 'spacer', 'gasket', 'screws', 'linkage'] as const;
export type CarriedOver = (typeof CARRIED_OVER)[number];
