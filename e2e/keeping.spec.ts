import { spawnSync } from 'node:child_process';
import { closeSync, openSync, writeSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { type Server, startServer } from './support/server';
import { leadId, PASSWORD, test } from './support/shop';
import { expect, expectAccessible, startedRun } from './support/test';

/** Does something to a database as somebody would who has the file and none of Integra's rules. */
function behindItsBack(file: string, ...statements: readonly string[]): void {
  const script = `
    const client = require('@libsql/client').createClient({ url: 'file:' + process.argv[1] });
    (async () => { for (const sql of process.argv.slice(2)) await client.execute(sql); })()
      .catch((error) => { console.error(error); process.exitCode = 1; });`;
  const done = spawnSync(process.execPath, ['-e', script, file, ...statements], { encoding: 'utf8' });
  expect(done.stderr).toBe('');
}

/** Whoever was signed in still is: their session outlives the server. */
async function startAgain({ url }: Server, databaseFile: string): Promise<Server> {
  return startServer({ port: Number(new URL(url).port), databaseFile });
}

async function signIn(page: Page): Promise<void> {
  await page.getByLabel('Name', { exact: true }).fill('Ysolde Brackwater');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('a journal whose row was changed by hand is found out, and the Floor says so', async ({
  lead,
  shop,
  databaseFile,
}) => {
  const technicianId = await leadId(lead);
  for (const tag of ['J-1', 'J-2', 'J-3']) await startedRun(lead.request, { tag, technicianId });
  await lead.goto('/journal');
  await lead.getByRole('button', { name: 'Look it through' }).click();
  await expect(lead.getByText(/^All \d+ entries are as they were written\.$/)).toBeVisible();
  await expectAccessible(lead);
  await shop.stop();
  behindItsBack(
    databaseFile,
    'drop trigger journal_keeps_what_was_said',
    "update journal set device = '10.0.0.9' where number = 3",
  );
  const again = await startAgain(shop, databaseFile);
  await lead.goto('/journal');
  await lead.getByRole('button', { name: 'Look it through' }).click();
  await expect(
    lead.getByText('Entry 3 is not sound: it is not what was written. The 2 before it are.'),
  ).toBeVisible();
  await lead.goto('/');
  await expect(lead.getByText('not as it was written from entry 3 on')).toBeVisible();
  await again.stop();
});

test('a damaged file is told, a copy is put back on this machine, and whoever led leads again', async ({
  lead,
  shop,
  databaseFile,
}) => {
  const technicianId = await leadId(lead);
  await startedRun(lead.request, { tag: 'KEPT-1', technicianId });
  await lead.goto('/files');
  await lead.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(lead.getByText('Copied and read through: 1 batteries, 1 runs, 0 readings.')).toBeVisible();
  await startedRun(lead.request, { tag: 'LOST-1', technicianId });
  await shop.stop();
  const file = openSync(databaseFile, 'r+');
  for (let page = 0; page < 40; page++) writeSync(file, Buffer.alloc(2000, 0xa5), 0, 2000, page * 4096);
  closeSync(file);
  const again = await startAgain(shop, databaseFile);
  await lead.goto('/');
  await expect(lead.getByRole('heading', { name: 'Integra cannot reach its data' })).toBeVisible();
  const told = await lead.getByText(/^npm run restore -- /).textContent();
  const copy = told?.split(' ').at(-1) ?? '';
  await again.stop();
  const put = spawnSync(process.execPath, ['scripts/keep.mjs', 'restore', copy], {
    env: { ...process.env, DATABASE_URL: `file:${databaseFile}` },
    encoding: 'utf8',
  });
  expect(put.stdout).toContain('1 batteries, 1 runs');
  const whole = await startAgain(shop, databaseFile);
  await lead.goto('/batteries');
  if (lead.url().includes('/sign-in')) await signIn(lead);
  await expect(lead.getByText('KEPT-1')).toBeVisible();
  await expect(lead.getByText('LOST-1')).toHaveCount(0);
  await lead.goto('/journal');
  await lead.getByRole('button', { name: 'Look it through' }).click();
  await expect(lead.getByText(/^All \d+ entries are as they were written\.$/)).toBeVisible();
  await whole.stop();
});
