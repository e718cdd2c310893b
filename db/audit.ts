import { desc } from 'drizzle-orm';
import { auditLines } from './schema.ts';
import type { Shop } from './shop.ts';

/** What is written down of the use of keys. */
export const AUDITED = [
  'signed-in',
  'signed-out',
  'wrong-key',
  'owner-made',
  'person-changed',
  'key-changed',
  'tablet-enrolled',
  'tablet-withdrawn',
  'session-withdrawn',
  'file-taken',
  'job-taken-out',
  'job-taken-in',
  'table-taken',
  'audit-taken',
  'link-made',
  'link-withdrawn',
  'gate-passed-over',
  'refused',
] as const;
export type Audited = (typeof AUDITED)[number];

export interface AuditLine {
  readonly id: string;
  readonly at: Date;
  readonly what: Audited;
  readonly personId: string | null;
  readonly sessionId: string | null;
  readonly about: string | null;
}

export const addAudit = (shop: Shop, line: AuditLine): Promise<void> => shop.add(auditLines, line);

/** The lines written last, the last one first. */
export async function auditOf(shop: Shop, most: number): Promise<AuditLine[]> {
  const rows = await shop.rows(auditLines, undefined, { orderBy: [desc(auditLines.at)], limit: most });
  return rows.map(({ shopId: _shop, what, ...row }) => ({ ...row, what: what as Audited }));
}
