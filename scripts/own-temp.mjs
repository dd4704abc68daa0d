// Tests make hundreds of stores and files and leave them where they are: they are given a folder of their own to do so, which goes
// when they are done. Both test runners take this as what is to be done before and, returned, after all tests.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export default function ownTemp() {
  const before = process.env.TMPDIR;
  const own = mkdtempSync(join(tmpdir(), 'integra-tests-'));
  // Workers and whatever they start inherit it.
  process.env.TMPDIR = own;
  return () => {
    if (before === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = before;
    rmSync(own, { recursive: true, force: true });
  };
}
