import { readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type FaultKind, StoreFault } from './fault';

/** The path of a database's file; null for one that another machine keeps. */
export function fileOf(url: string): string | null {
  if (!url.startsWith('file:')) return null;
  const path = url.startsWith('file://') ? fileURLToPath(url) : url.slice('file:'.length);
  return resolve(path);
}

/** Beside the database stands which one it is, so that a lost or exchanged file is noticed before anything is written. */
export const markOf = (file: string) => `${file}.mark`;

/** The database that was kept here last, by its own id; null where none was. */
export function markedId(file: string): string | null {
  try {
    return readFileSync(markOf(file), 'utf8').trim() || null;
  } catch {
    return null;
  }
}

/** Says which database is kept here from now on. */
export function mark(file: string, id: string): void {
  writeFileSync(`${markOf(file)}.new`, `${id}\n`);
  renameSync(`${markOf(file)}.new`, markOf(file));
}

/** What is wrong with the place of a database before it is opened; null where it may be. */
export function placeFault(file: string): FaultKind | null {
  const size = sizeOf(file);
  const marked = markedId(file) !== null;
  if (size === null) return marked || (sizeOf(`${file}-wal`) ?? 0) > 0 ? 'gone' : null;
  return size === 0 ? 'empty' : null;
}

function sizeOf(file: string): number | null {
  try {
    return statSync(file).size;
  } catch {
    return null;
  }
}

/** Watches that a file stays the one that was opened. A write asks first: what was exchanged is not written to. */
export class FileGuard {
  private readonly opened: { readonly device: number; readonly inode: number } | null;

  constructor(private readonly file: string | null) {
    const found = file === null ? null : statSync(file);
    this.opened = found && { device: found.dev, inode: found.ino };
  }

  /** What has become of the file; null while it is as it was. */
  fault(): FaultKind | null {
    if (this.file === null || this.opened === null) return null;
    try {
      const { dev, ino, size } = statSync(this.file);
      if (dev !== this.opened.device || ino !== this.opened.inode) return 'replaced';
      return size === 0 ? 'empty' : null;
    } catch {
      return 'gone';
    }
  }

  /** Throws a fault where the file is not the one that was opened. */
  hold(): void {
    const fault = this.fault();
    if (fault) throw new StoreFault(fault);
  }
}
