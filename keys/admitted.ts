import type { Role, StaffRole } from './permissions.ts';

/** Who is signed in, where. */
export interface SignedIn {
  readonly sessionId: string;
  readonly personId: string;
  readonly name: string;
  readonly role: StaffRole;
  readonly tabletId: string | null;
  /** When the session ends by itself. */
  readonly endsAt: Date;
}

/** What the door found of a request, for whoever handles it. */
export interface Admitted {
  readonly signedIn: SignedIn | null;
  /** The tablet it comes from, whoever is signed in there. */
  readonly tabletId: string | null;
  readonly role: Role;
  readonly peer: string;
}

/**
 * Requests under way, by the id the gate gave them. It stands in the process and not in a header: nobody outside can write there, and
 * where no gate stood before, nobody is signed in.
 */
const kept = globalThis as typeof globalThis & { ridgeBoltAdmitted?: Map<string, Admitted> };
kept.ridgeBoltAdmitted ??= new Map();
const under = kept.ridgeBoltAdmitted;

export const NOBODY: Admitted = { signedIn: null, tabletId: null, role: 'nobody', peer: 'unknown' };

export const admit = (id: string, admitted: Admitted): void => {
  under.set(id, admitted);
};
export const leave = (id: string): void => {
  under.delete(id);
};
export const admittedAs = (id: string | null): Admitted => (id === null ? NOBODY : (under.get(id) ?? NOBODY));
