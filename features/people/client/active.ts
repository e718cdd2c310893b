/** The session this device goes on with; its secret stands elsewhere. */
export interface Active {
  /** Of the session. */
  readonly id: string;
  readonly personId: string;
  readonly role: string;
  /** ISO time. */
  readonly endsAt: string;
  /** Switched to while the shop was out of reach: the shop is told of it once it answers. */
  readonly outOfReach?: boolean;
}

const KEPT = 'ridge-active';
/** Nobody: the session is over, and a page that was made before does not know it. */
const NOBODY = 'nobody';
const listeners = new Set<() => void>();
/** Where a browser keeps nothing, as long as the page. */
let inMemory: string | null = null;

function text(): string | null {
  try {
    return localStorage.getItem(KEPT) ?? inMemory;
  } catch {
    return inMemory;
  }
}

let read: { readonly text: string; readonly active: Active | null } = { text: NOBODY, active: null };

/** The session of this device as it is known here: null when it is over, undefined where nothing is known. */
export function activeHere(): Active | null | undefined {
  const now = text();
  if (now === null) return undefined;
  if (read.text !== now) {
    try {
      read = { text: now, active: now === NOBODY ? null : (JSON.parse(now) as Active) };
    } catch {
      read = { text: now, active: null };
    }
  }
  return read.active && Date.parse(read.active.endsAt) > Date.now() ? read.active : null;
}

/** Goes on with a session, or with nobody, in every tab of this device. */
export function setActive(active: Active | null): void {
  inMemory = active ? JSON.stringify(active) : NOBODY;
  try {
    localStorage.setItem(KEPT, inMemory);
  } catch {
    // It goes on in memory.
  }
  for (const changed of listeners) changed();
}

export function subscribe(changed: () => void): () => void {
  listeners.add(changed);
  window.addEventListener('storage', changed);
  return () => {
    listeners.delete(changed);
    window.removeEventListener('storage', changed);
  };
}
