/** From `mild` at severity 0 to `worst` at 1; areas and flows by ratio, for they are felt so. */
export const between = (mild: number, worst: number, severity: number) => mild + (worst - mild) * severity;

export const ratio = (mild: number, worst: number, severity: number) => mild * (worst / mild) ** severity;

/** Damage lies open to the eye as often as not quite twice in three [M]; where, is of that machine. */
const LIES_OPEN = 0.65;
/** As a wire of its place is found: most by rubbing [M]. */
const FOUND = ['chafed', 'chafed', 'chafed', 'pinched', 'gnawed', 'altered', 'plug-off'] as const;
export const damage = (place: string, form: number) =>
  ({
    place,
    open: (form * 7.31) % 1 < LIES_OPEN,
    as:
      place === 'elsewhere'
        ? FOUND[Math.floor(((form * 17.3) % 1) * FOUND.length)]!
        : form < 0.75
          ? 'chafed'
          : 'pinched',
  }) as const;
