import type { DBSchema, IDBPDatabase } from 'idb';
import type { RawEvent } from '@/core/index.ts';
import type { Active } from '@/features/people/client/active.ts';
import type { PrintedEvent, Refused } from '../printedEvent.ts';

/** An event on its way; kept in the browser until the shop's database has it. */
export interface Unsent {
  readonly id: string;
  readonly jobId: string;
  /** Grows from one event to the next, whatever the clock does. */
  readonly order: number;
  readonly at: string;
  readonly personId: string;
  readonly event: RawEvent;
  /** Who was signed in then, and the mark of that session on it; missing where nobody could sign. */
  readonly session?: string;
  readonly signature?: string;
  /** The database it was taken down for; what was restored since is another record. */
  readonly epoch?: string;
  /** Set once the server refused it: it waits to be put right or left out. */
  readonly refused: Refused | null;
}

/** A session of this device, with the key it signs with. */
export interface KeptSession extends Active {
  /** Signs, and cannot be read out. */
  readonly key: CryptoKey;
  /** What only the PIN opens; null for a session that was taken up without it. */
  readonly lock: {
    readonly salt: Uint8Array<ArrayBuffer>;
    readonly iv: Uint8Array<ArrayBuffer>;
    readonly sealed: ArrayBuffer;
  } | null;
}

interface Kept extends DBSchema {
  unsent: { key: string; value: Unsent; indexes: { job: [string, number] } };
  printed: { key: [string, number]; value: PrintedEvent & { readonly jobId: string } };
  jobs: { key: string; value: { readonly jobId: string; readonly seenAt: number; readonly epoch?: string } };
  sessions: { key: string; value: KeptSession };
  /** Photos that were taken here, by what they are, until the shop has them. */
  photos: { key: string; value: { readonly sha256: string; readonly jobId: string; readonly base64: string } };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

/** The browser's database. */
export function kept(): Promise<IDBPDatabase<Kept>> {
  opened ??= import('idb').then(({ openDB }) =>
    openDB<Kept>('ridge-bolt', 3, {
      upgrade(db, before) {
        if (before < 3) db.createObjectStore('photos', { keyPath: 'sha256' });
        if (before < 2) db.createObjectStore('sessions', { keyPath: 'id' });
        if (before >= 1) return;
        db.createObjectStore('unsent', { keyPath: 'id' }).createIndex('job', ['jobId', 'order']);
        db.createObjectStore('printed', { keyPath: ['jobId', 'seq'] });
        db.createObjectStore('jobs', { keyPath: 'jobId' });
      },
      terminated: () => {
        opened = null;
      },
      // A tab of a later version wants to change how things are kept: this one lets go, and takes hold again when it needs to.
      blocking: (_now, _next, event) => {
        (event.target as IDBDatabase).close();
        opened = null;
      },
    }),
  );
  opened.catch(() => {
    opened = null;
  });
  return opened;
}
