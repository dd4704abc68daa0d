import 'server-only';
import { randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { hashOfText } from '@/core/people/journal';

/** A long word that nobody guesses: what a cookie or a shared address holds. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What of a token is kept: whoever reads the store cannot sign in with it. */
export const hashOfToken = (token: string): string => hashOfText(token);

/** Signs that are not taken for each other when they are read across a shop. */
const PLAIN_SIGNS = 'ABCDEFGHJKMNPQRTUVWXY346789';
const CODE_LENGTH = 8;

/** A code that is read from one screen and typed on another. */
export function newCode(): string {
  return Array.from({ length: CODE_LENGTH }, () => PLAIN_SIGNS[randomInt(PLAIN_SIGNS.length)]).join('');
}

/** A code as it was typed: in any case, with or without blanks and dashes. */
export const tidyCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** What a try costs: 19 MB and two passes, the least of the public guidance for this hash. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** The hash of a PIN or password, which costs memory and time to try. */
export const hashOfSecret = (secret: string): Promise<string> => hash(secret.normalize('NFKC'), COST);

/** Held against where there is no secret at all: an answer takes as long, and says nothing by its time. */
let nobodys: Promise<string> | undefined;

/** Whether a secret is the one that was hashed; never, where there is none. */
export async function isSecret(kept: string | null, secret: string): Promise<boolean> {
  nobodys ??= hashOfSecret(newToken());
  const isRight = await verify(kept ?? (await nobodys), secret.normalize('NFKC'));
  return kept !== null && isRight;
}
