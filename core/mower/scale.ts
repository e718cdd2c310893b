/** From `mild` at severity 0 to `worst` at 1; areas and flows by ratio, for they are felt so. */
export const between = (mild: number, worst: number, severity: number) => mild + (worst - mild) * severity;

export const ratio = (mild: number, worst: number, severity: number) => mild * (worst / mild) ** severity;

/** Damage lies open to the eye as often as not quite twice in three [M]; where, is of that machine. */
const LIES_OPEN = 0.65;
export const damage = (place: string, form: number) => ({ place, open: (form * 7.31) % 1 < LIES_OPEN });
