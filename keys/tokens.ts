import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/** 256 bits nobody guesses, as letters an address or a cookie can hold. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** How a token made here looks. */
export const TOKEN_SHAPE = /^[\w-]{43}$/;

/** What is kept of a token: who reads the database cannot show it. */
export const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('hex');

/** What an event's signature is over: where it belongs, which it is, when it was taken down and what it says. */
export const signedText = (jobId: string, id: string, at: string, event: unknown): string =>
  [jobId, id, at, JSON.stringify(event)].join('\n');

/** HMAC-SHA256 with a session's secret, base64url. @see RFC 2104 */
export const signatureOf = (secret: string, text: string): string =>
  createHmac('sha256', Buffer.from(secret, 'base64url')).update(text).digest('base64url');

/** Whether a signature was made with that secret; takes as long wherever they differ. */
export function isSigned(secret: string, text: string, signature: string): boolean {
  const [wanted, given] = [signatureOf(secret, text), signature].map((s) => Buffer.from(s, 'base64url'));
  return wanted!.length === given!.length && timingSafeEqual(wanted!, given!);
}
