import { Type } from '../quantity/type';

const LEAST_DIGITS = 4;
const MOST_DIGITS = 8;
/** A password is typed seldom and guessed at from anywhere: long, and nothing else is asked of it (public guidance). */
const LEAST_PASSWORD = 10;
const MOST_PASSWORD = 200;

/** The schema of a PIN as it is sent. */
export const PinSchema = Type.String({
  pattern: `^\\d{${LEAST_DIGITS},${MOST_DIGITS}}$`,
  description: `${LEAST_DIGITS} to ${MOST_DIGITS} digits`,
});

/** The schema of a password as it is sent. */
export const PasswordSchema = Type.String({
  minLength: 1,
  maxLength: MOST_PASSWORD,
  description: 'password',
});

/** What is wrong with a PIN that somebody would take; null where nothing is. One that is tried first is none. */
export function pinComplaint(pin: string): string | null {
  if (!new RegExp(`^\\d{${LEAST_DIGITS},${MOST_DIGITS}}$`).test(pin))
    return `a PIN is ${LEAST_DIGITS} to ${MOST_DIGITS} digits`;
  const digits = [...pin].map(Number);
  const steps = new Set(digits.slice(1).map((digit, at) => digit - (digits[at] ?? 0)));
  const isRow = steps.size === 1 && [0, 1, -1].some((step) => steps.has(step));
  return isRow ? 'not the same digit again and again, nor a row such as 1234' : null;
}

/** What is wrong with a password that somebody would take; null where nothing is. */
export function passwordComplaint(password: string, name: string): string | null {
  if (password.length < LEAST_PASSWORD) return `at least ${LEAST_PASSWORD} characters: a few words will do`;
  if (password.length > MOST_PASSWORD) return `at most ${MOST_PASSWORD} characters`;
  if (new Set(password).size < 4) return 'more than the same few characters again and again';
  const plain = password.toLowerCase();
  const own = name.toLowerCase().trim();
  return own !== '' && plain.replaceAll(own, '').length < LEAST_PASSWORD / 2
    ? 'more than the name of who takes it'
    : null;
}

/** So many wrong secrets in a row cost nothing but the trouble; after them each one more costs time. */
const FREE_TRIES = 5;
const FIRST_WAIT_MS = 30_000;
const LONGEST_WAIT_MS = 3_600_000;

/**
 * Until when nobody may try again, after so many wrong secrets in a row, the last at that moment: 30 s after the fifth,
 * twice as long after each one more, an hour at most. With a PIN of four digits somebody who tries day and night needs
 * more than half a year for half of them.
 * @returns ms UTC; null while a try is free
 */
export function lockedUntilMs(wrongInARow: number, lastAtMs: number): number | null {
  if (wrongInARow < FREE_TRIES) return null;
  const waitMs = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (wrongInARow - FREE_TRIES));
  return lastAtMs + waitMs;
}
