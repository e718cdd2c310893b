import type { RawEvent } from '@/core/index.ts';

/** Something of the machine opened or put back, as an event. */
export const accessEvent = (key: string, now: 'open' | 'closed'): RawEvent => {
  const cylinder = /\[(\d)\]/.exec(key)?.[1];
  return { access: key.replace(/\[\d\]/, ''), ...(cylinder ? { cylinder: Number(cylinder) } : {}), now };
};
