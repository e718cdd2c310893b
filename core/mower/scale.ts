/** From `mild` at severity 0 to `worst` at 1; areas and flows by ratio, for they are felt so. */
export const between = (mild: number, worst: number, severity: number) => mild + (worst - mild) * severity;

export const ratio = (mild: number, worst: number, severity: number) => mild * (worst / mild) ** severity;
