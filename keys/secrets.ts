import { hash, verify } from '@node-rs/argon2';

/** Argon2id as OWASP's password storage sheet has it: 19 MiB, two passes, one lane. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const PIN_SHAPE = /^\d{4,8}$/;
/** ASVS 5.0, 6.2.1 and 6.2.9: at least 8, 64 and more are taken. */
export const PASSWORD_LENGTH = { least: 8, most: 128 } as const;

/** Passwords everybody tries first. A list of ours, short: who guesses is slowed besides (ASVS 5.0, 6.2.4 in part). */
const KNOWN = ['password', 'passw0rd', '12345678', '123456789', '1234567890', 'qwertyui', 'qwerty123', 'letmein1'];

/** Why a PIN cannot be one, or null. */
export function pinIssue(pin: string): string | null {
  if (!PIN_SHAPE.test(pin)) return 'four to eight digits';
  const digits = [...pin].map(Number);
  const step = digits[1]! - digits[0]!;
  const isRow = Math.abs(step) <= 1 && digits.every((d, i) => i === 0 || d - digits[i - 1]! === step);
  return isRow ? 'too easy: not one digit over and over, nor a row' : null;
}

/** Why a password cannot be one, or null. @param about words of the person and the shop that are no password */
export function passwordIssue(password: string, about: readonly string[]): string | null {
  const { least, most } = PASSWORD_LENGTH;
  if (password.length < least) return `at least ${least} letters, digits or signs`;
  if (password.length > most) return `at most ${most}`;
  const plain = password.toLowerCase();
  if (new Set(plain).size < 4 || KNOWN.some((known) => plain.includes(known))) return 'too easy to guess';
  return about.some((word) => word.length > 3 && plain.replaceAll(' ', '') === word.toLowerCase().replaceAll(' ', ''))
    ? 'not your own name'
    : null;
}

export const hashOfSecret = (secret: string): Promise<string> => hash(secret, COST);

/** Takes as long where nobody has such a hash, so that nothing is told by the time it takes. */
export async function isSecret(kept: string | null, secret: string): Promise<boolean> {
  if (kept !== null) return verify(kept, secret);
  await hash(secret, COST);
  return false;
}
