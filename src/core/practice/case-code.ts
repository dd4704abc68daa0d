import { checkShape } from '../exchange/check-shape';
import { fail, problem, type Result, succeed } from '../quantity/result';
import { GRADED_CASES } from './graded-cases';
import { type PracticeCase, PracticeCaseSchema } from './practice-case';
import { type PracticeLevel, randomCase } from './random-case';
import { modelOfCase } from './right-verdict';

/** Seeds that are drawn for random cases: short enough to be said aloud. */
export const MOST_SEED = 99_999;
const RANDOM = /^([123])-(\d{1,5})$/;

/** The code of a random case, to be shared. @example randomCode(2, 481) // '2-481' */
export function randomCode(level: PracticeLevel, seed: number): string {
  return `${level}-${seed}`;
}

/** The code of a composed case: all of it, as text that an address can carry and that tells a trainee nothing. */
export function composedCode(practiceCase: PracticeCase): string {
  return `own:${veiled(JSON.stringify(practiceCase))}`;
}

/** Text that nobody reads at a glance. It keeps no secret: whoever wants to know can find out. */
function veiled(text: string): string {
  const bytes = Array.from(new TextEncoder().encode(text), shifted);
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
}

/** The same back; null for what was never veiled. */
function unveiled(text: string): string | null {
  try {
    const letters = atob(text.replaceAll('-', '+').replaceAll('_', '/'));
    return new TextDecoder().decode(
      Uint8Array.from(letters, (letter, at) => shifted(letter.charCodeAt(0), at)),
    );
  } catch {
    return null;
  }
}

/** Done twice it undoes itself. */
const shifted = (byte: number, at: number) => byte ^ ((at * 31 + 7) & 0xff);

/** The case behind a code: a graded one by its name, a random one by level and seed, a composed one whole. */
export function caseOfCode(code: string): Result<PracticeCase> {
  // Own names only: an address may say anything, `constructor` too.
  const known = Object.hasOwn(GRADED_CASES, code) ? GRADED_CASES[code] : undefined;
  if (known) return succeed(known);
  const random = RANDOM.exec(code);
  if (random) return succeed(randomCase(Number(random[1]) as PracticeLevel, Number(random[2])));
  if (!code.startsWith('own:')) {
    return fail(
      problem(
        'case',
        code.slice(0, 40),
        'the name of a case, a level and a number such as 2-481, or a composed case',
      ),
    );
  }
  return composedCase(code.slice('own:'.length));
}

function composedCase(code: string): Result<PracticeCase> {
  // Early codes were the case itself, to be read by anybody.
  const text = code.startsWith('{') ? code : unveiled(code);
  let read: unknown;
  try {
    read = JSON.parse(text ?? '');
  } catch {
    return fail(problem('case', code.slice(0, 20), 'a composed case, whole'));
  }
  const checked = checkShape(PracticeCaseSchema, read);
  if (!checked.ok) return checked;
  try {
    modelOfCase(checked.value);
  } catch {
    return fail(
      problem('label', checked.value.label.type, 'a lead-acid battery with a rating or a capacity'),
    );
  }
  return succeed(checked.value);
}
