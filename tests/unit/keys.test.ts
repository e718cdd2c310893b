import { webcrypto } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cookieNames, sessionCookie, shownBy, tabletCookie } from '@/keys/cookies.ts';
import { Guesses } from '@/keys/guesses.ts';
import { hashOfSecret, isSecret, passwordIssue, pinIssue } from '@/keys/secrets.ts';
import { hashOfToken, isSigned, newToken, signatureOf, TOKEN_SHAPE } from '@/keys/tokens.ts';

const base64url = (hex: string) => Buffer.from(hex, 'hex').toString('base64url');

describe('tokens and signatures', () => {
  it('signs as RFC 4231 says (test case 2: key "Jefe")', () => {
    const signature = signatureOf(Buffer.from('Jefe').toString('base64url'), 'what do ya want for nothing?');
    expect(signature).toBe(base64url('5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843'));
  });
  it('hashes as FIPS 180-4 says ("abc")', () => {
    expect(hashOfToken('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });
  it('a browser signs what the shop checks, and no other text, secret or mark passes', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string(), fc.string(), fc.string({ maxLength: 60 }), async (text, other, mark) => {
        const secret = newToken();
        const key = await webcrypto.subtle.importKey(
          'raw',
          Buffer.from(secret, 'base64url'),
          { name: 'HMAC', hash: 'SHA-256' },
          false,
          ['sign'],
        );
        const made = await webcrypto.subtle.sign('HMAC', key, new TextEncoder().encode(text));
        const signature = Buffer.from(made).toString('base64url');
        expect(isSigned(secret, text, signature)).toBe(true);
        if (other !== text) expect(isSigned(secret, other, signature)).toBe(false);
        expect(isSigned(newToken(), text, signature)).toBe(false);
        expect(isSigned(secret, text, mark)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });
  it('no two tokens are alike, and each holds 256 bits', () => {
    const many = new Set(Array.from({ length: 2000 }, newToken));
    expect(many.size).toBe(2000);
    for (const token of many) expect(token).toMatch(TOKEN_SHAPE);
    expect(Buffer.from([...many][0]!, 'base64url').length).toBe(32);
  });
});

describe('PINs and passwords', () => {
  it('a PIN is four to eight digits and no row', () => {
    for (const good of ['4711', '2904', '81638163', '1357']) expect(pinIssue(good), good).toBeNull();
    for (const bad of ['471', '123456789', '47a1', '1234', '4321', '0000', '777777', ''])
      expect(pinIssue(bad), bad).not.toBeNull();
  });
  it('a password has eight signs at least (ASVS 5.0, 6.2.1), 64 are taken (6.2.9), and the commonest are not', () => {
    expect(passwordIssue('fen yard and ferry', ['Ilse Vant'])).toBeNull();
    expect(passwordIssue('ü€ long in other letters', [])).toBeNull();
    expect(passwordIssue(`${'marsh heron '.repeat(5)}!`, [])).toBeNull();
    for (const bad of ['short', 'password', 'Password1', 'aaaaaaaaaa', 'ilsevant', 'x'.repeat(129)])
      expect(passwordIssue(bad, ['Ilse Vant']), bad).not.toBeNull();
  });
  it('is kept as Argon2id of 19 MiB and two passes (OWASP password storage), never twice alike', async () => {
    const [one, two] = await Promise.all([hashOfSecret('4711'), hashOfSecret('4711')]);
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(two);
    expect(await isSecret(one, '4711')).toBe(true);
    expect(await isSecret(one, '4712')).toBe(false);
    expect(await isSecret(null, '4711')).toBe(false);
  });
});

describe('who guesses is slowed', () => {
  it('five wrong ones are free, then a wait stands before each, twice as long as the one before, a quarter of an hour at most', () => {
    const guesses = new Guesses();
    let now = 0;
    for (let i = 0; i < 5; i++) expect(guesses.takes('a', now)).toBe(0);
    const waits: number[] = [];
    for (let i = 0; i < 7; i++) {
      const wait = guesses.takes('a', now);
      waits.push(wait / 1000);
      now += wait;
      expect(guesses.takes('a', now)).toBe(0);
    }
    expect(waits).toEqual([30, 60, 120, 240, 480, 900, 900]);
  });
  it('a hundred at once are five; another name is another count; a right one, and half a day, forget', () => {
    const guesses = new Guesses();
    const taken = Array.from({ length: 100 }, () => guesses.takes('a', 0)).filter((wait) => wait === 0);
    expect(taken.length).toBe(5);
    expect(guesses.takes('b', 0)).toBe(0);
    guesses.right('a');
    expect(guesses.takes('a', 0)).toBe(0);
    for (let i = 0; i < 5; i++) guesses.takes('c', 0);
    expect(guesses.takes('c', 12 * 3600_000)).toBe(0);
  });
  it('of 100,000 guesses at one PIN in a day so few are looked at that four digits hold', () => {
    const guesses = new Guesses();
    let looked = 0;
    for (let i = 0; i < 100_000; i++) if (guesses.takes('a', (i * 24 * 3600_000) / 100_000) === 0) looked++;
    // Five, and one a quarter of an hour: a hundredth of the ten thousand PINs.
    expect(looked).toBeLessThan(115);
  });
});

describe('what a device shows', () => {
  it('goes with nothing but this shop’s own pages, out of reach of script; over TLS under a name only this address can set', () => {
    const line = sessionCookie(true, 'token', new Date('2026-12-01T10:00:00Z'));
    for (const part of [
      '__Host-ridge-session=token',
      'HttpOnly',
      'Secure',
      'SameSite=Lax',
      'Path=/',
      'Expires=Tue, 01 Dec 2026 10:00:00 GMT',
    ])
      expect(line).toContain(part);
    expect(line).not.toContain('Domain');
    expect(sessionCookie(false, 'token', new Date())).not.toContain('Secure');
    expect(tabletCookie(true, 'tablet')).toContain('__Host-ridge-tablet=tablet');
  });
  it('is read from among others, and a cookie of plain HTTP is none over TLS', () => {
    const { session } = cookieNames(false);
    expect(shownBy(`a=b; ${session}=s; ridge-tablet=t`, false)).toEqual({ session: 's', tablet: 't' });
    expect(shownBy(`${session}=s`, true)).toEqual({ session: null, tablet: null });
    expect(shownBy(undefined, true)).toEqual({ session: null, tablet: null });
    expect(shownBy('%; =; ridge-session=', false)).toEqual({ session: null, tablet: null });
  });
});
