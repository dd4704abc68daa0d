import { mkdtempSync, readdirSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { copyName } from '@/core/exchange/copies';
import { openStore } from '@/store/open';
import { contextOn } from './context.test-support';
import { copyList, keepNightly } from './copies';

const DAY_MS = 24 * 3_600_000;
const folder = () => mkdtempSync(join(tmpdir(), 'integra-copies-'));

/** A command that copies a file as the real one does, without reading it through. */
const KEEP = join(folder(), 'keep.mjs');
writeFileSync(
  KEEP,
  `import { copyFileSync, mkdirSync } from 'node:fs';
const [, file, into, night] = process.argv.slice(2);
if (file.endsWith('broken.db')) { process.stderr.write('the disk is full'); process.exit(1); }
mkdirSync(into, { recursive: true });
const name = 'integra-20260112-020000' + (night === '--night' ? '-night' : '') + '.db';
copyFileSync(file, into + '/' + name);
process.stdout.write(JSON.stringify({ name, bytes: 1, batteries: 0, runs: 0, readings: 0, before: null, journalBrokenAt: null }));`,
);

async function shop(name = 'x.db') {
  const copies = folder();
  const copiesToo = join(folder(), 'elsewhere');
  const context = await contextOn(await openStore(`file:${join(folder(), name)}`));
  return { ...context, settings: { ...context.settings, copies, copiesToo, keep: KEEP } };
}

/** Puts copies of nights into a folder as if they had been made then. */
function madeBefore(place: string, nowMs: number, days: number): void {
  for (let day = 1; day <= days; day++) {
    const atMs = nowMs - day * DAY_MS;
    const path = join(place, copyName(atMs, 'night'));
    writeFileSync(path, 'a copy');
    utimesSync(path, atMs / 1000, atMs / 1000);
  }
}

describe('the copy of a night', () => {
  it('is made once, in both places, and what need not be kept goes', async () => {
    const context = await shop();
    const nowMs = Date.now() + 2 * DAY_MS;
    const { copies, copiesToo } = context.settings;
    madeBefore(copies, nowMs, 40);
    writeFileSync(join(copies, copyName(0)), 'made by hand, long ago');
    writeFileSync(join(copies, 'notes.txt'), 'none of ours');
    expect(await keepNightly(context, { nowMs, zone: 'UTC' })).toBe(true);
    const kept = readdirSync(copies);
    expect(kept).toEqual(
      expect.arrayContaining(['notes.txt', copyName(0), 'integra-20260112-020000-night.db']),
    );
    expect(kept.length).toBeLessThan(7 + 4 + 3 + 2);
    expect(readdirSync(copiesToo)).toEqual(['integra-20260112-020000-night.db']);
    const [newest] = await copyList(context);
    expect(newest).toMatchObject({ kind: 'night' });
  });

  it('is not made of a store that began today, nor twice in a night', async () => {
    const context = await shop();
    expect(await keepNightly(context, { nowMs: Date.now(), zone: 'UTC' })).toBe(false);
    const nowMs = Date.now() + 2 * DAY_MS;
    madeBefore(context.settings.copies, nowMs + DAY_MS, 1);
    expect(await keepNightly(context, { nowMs, zone: 'UTC' })).toBe(false);
  });

  it('that cannot be made is told, and costs none of those before', async () => {
    const context = await shop('broken.db');
    const nowMs = Date.now() + 2 * DAY_MS;
    madeBefore(context.settings.copies, nowMs, 40);
    await expect(keepNightly(context, { nowMs, zone: 'UTC' })).rejects.toThrow('the disk is full');
    expect(readdirSync(context.settings.copies)).toHaveLength(40);
  });

  it('stands where it can although the second place cannot be reached', async () => {
    const context = await shop();
    const blocked = join(folder(), 'a file');
    writeFileSync(blocked, '');
    const told: unknown[] = [];
    const log = { error: (error: unknown) => void told.push(error) };
    const settings = { ...context.settings, copiesToo: join(blocked, 'in it') };
    const nowMs = Date.now() + 2 * DAY_MS;
    expect(await keepNightly({ ...context, settings, log }, { nowMs, zone: 'UTC' })).toBe(true);
    expect(readdirSync(context.settings.copies)).toHaveLength(1);
    expect(told).toHaveLength(1);
  });
});
