import 'server-only';

/** Which catalogue and reasoning this build works with: a hash of the core, put in when it is built. What was worked out with another is worked out anew. */
export const KNOWLEDGE: string = process.env.RIDGE_KNOWLEDGE ?? 'not-built';
