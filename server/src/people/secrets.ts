/** Passwords, PINs and words: made, kept as what they can be checked by, and checked. */
import { createHash, randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** argon2id with 19 MiB, two passes, one lane. Source: OWASP Password Storage Cheat Sheet (from memory). */
const ARGON2ID = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** The same characters may be typed in several ways: NFKC, as NIST SP 800-63B asks. */
const typed = (secret: string): string => secret.normalize('NFKC');

export const keepable = (secret: string): Promise<string> => hash(typed(secret), ARGON2ID);

let nobodys: Promise<string> | undefined;

/** Takes as long where nothing is kept: the time shows nobody whether somebody is there. */
export async function matches(kept: string | null | undefined, secret: string): Promise<boolean> {
  nobodys ??= keepable(randomBytes(16).toString('hex'));
  return (await verify(kept ?? (await nobodys), typed(secret))) && typeof kept === 'string';
}

/** A secret of a cookie. */
export const newSecret = (): string => randomBytes(24).toString('base64url');

/** For secrets that are long and by chance: no guessing finds them. */
export const digest = (secret: string): Buffer => createHash('sha256').update(secret).digest();

/** Crockford's base 32 (crockford.com/base32.html), from memory: nothing in it is taken for something else. */
const LETTERS = '0123456789abcdefghjkmnpqrstvwxyz';
const WORD = { groups: 4, letters: 4 } as const;

/** A word that can be read out: 80 bits in four groups. */
export const newWord = (): string =>
  Array.from({ length: WORD.groups }, () =>
    Array.from({ length: WORD.letters }, () => LETTERS[randomInt(LETTERS.length)]).join(''),
  ).join('-');

/** The word as it was read out, whatever hyphens, spaces and look-alikes it was typed with. */
export const wordDigest = (word: string): Buffer =>
  digest(
    word
      .toLowerCase()
      .replace(/[^a-z0-9]/g, '')
      .replaceAll('o', '0')
      .replace(/[il]/g, '1'),
  );
