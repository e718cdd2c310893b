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

/** How bad what was seen besides is: for the one who rides it, before long, or when it is in again. */
export const SEEN_GRADES = ['safety', 'soon', 'next-service'] as const;
export type SeenGrade = (typeof SEEN_GRADES)[number];

/** What the customer says to it. */
export const SEEN_ANSWERS = ['agreed', 'declined'] as const;
export type SeenAnswer = (typeof SEEN_ANSWERS)[number];

/** What is seen besides on a ride-on mower, with how bad it mostly is. Common practice, no source. */
export const SEEN_PARTS = {
  guard: 'safety',
  'safety-switch': 'safety',
  brake: 'safety',
  steering: 'safety',
  'fuel-line': 'safety',
  blades: 'soon',
  'blade-belt': 'soon',
  'drive-belt': 'soon',
  spindle: 'soon',
  pulley: 'soon',
  tyre: 'soon',
  deck: 'soon',
  battery: 'soon',
  cables: 'soon',
  exhaust: 'soon',
  'oil-leak': 'soon',
  'air-filter': 'next-service',
  oil: 'next-service',
  'fuel-filter': 'next-service',
  other: 'soon',
} as const satisfies Readonly<Record<string, SeenGrade>>;
export type SeenPart = keyof typeof SEEN_PARTS;
export const SEEN_PART_IDS = Object.keys(SEEN_PARTS) as [SeenPart, ...SeenPart[]];

/** How a fastener was put back where nobody read a torque. */
export const TIGHTENED = ['by-feel', 'not-known'] as const;
export type Tightened = (typeof TIGHTENED)[number];

/** What a photo shows. */
export const PHOTO_SUBJECTS = ['plate', 'as-found', 'taken-off', 'put-back'] as const;
export type PhotoSubject = (typeof PHOTO_SUBJECTS)[number];

/** How far a part that was wanted has come. */
export const SUPPLY_STAGES = ['ordered', 'here', 'fitted', 'returned', 'not-wanted'] as const;
export type SupplyStage = (typeof SUPPLY_STAGES)[number];

/** How somebody was asked. */
export const ASKED_WAYS = ['phone', 'in-person', 'message'] as const;
export type AskedWay = (typeof ASKED_WAYS)[number];
