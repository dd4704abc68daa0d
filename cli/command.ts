import { readFileSync } from 'node:fs';
import type { Readable, Writable } from 'node:stream';
import { readRulesFile } from '@/core/exchange/rules-file';
import type { HouseRules } from '@/core/rules/house-rules';

/** How every command ends. */
export const EXIT = { allDone: 0, someRefused: 1, nothingRead: 2 } as const;

export interface Streams {
  readonly stdin: Readable;
  readonly stdout: Writable;
  readonly stderr: Writable;
}

/** House rules from a file; throws what is wrong with it. */
export function rulesFrom(path: string): HouseRules {
  const read = readRulesFile(readFileSync(path, 'utf8'));
  if (read.ok) return read.value;
  throw new Error(
    `${path} is not a file of house rules:\n${read.problems.map(({ message }) => `  ${message}`).join('\n')}`,
  );
}

/** What went wrong, for whoever typed the command. */
export function messageOf(error: unknown): string {
  if (hasCode(error, 'ENOENT')) return `there is no file ${error.path}`;
  if (hasCode(error, 'EISDIR')) return 'that is a folder, not a file';
  if (hasCode(error, 'EACCES')) return `no permission to read ${error.path}`;
  return error instanceof Error ? error.message : String(error);
}

// Told by shape: errors of the system are not always instances of this realm's Error.
export function hasCode(error: unknown, code: string): error is NodeJS.ErrnoException {
  return typeof error === 'object' && error !== null && 'code' in error && error.code === code;
}
