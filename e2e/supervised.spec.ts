import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { freePort, newDatabaseFile } from './support/server';
import { expect, startedRun, test } from './support/test';

/** The start command on data of its own. */
function begin(port: number, databaseFile: string): ChildProcess {
  return spawn(process.execPath, ['scripts/demo.mjs', '--own'], {
    env: { ...process.env, PORT: String(port), DATABASE_URL: `file:${databaseFile}`, INTEGRA_ZONE: 'UTC' },
    stdio: 'ignore',
  });
}

/** The server that the command keeps running. */
function serverUnder({ pid = 0 }: ChildProcess): number {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ');
  const server = children.find((child) =>
    readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('serve.mjs'),
  );
  return Number(server ?? 0);
}

const healthOf = (url: string) =>
  fetch(`${url}/api/health`)
    .then(async (response) => ({ status: response.status, said: await response.json() }))
    .catch(() => ({ status: 0, said: null }));

function ended(child: ChildProcess): Promise<void> {
  return new Promise((done) => {
    child.once('exit', () => done());
    child.kill('SIGTERM');
  });
}

test('a server that is killed comes back by itself; a damaged file is told in words and not written to', async ({
  page,
  playwright,
}) => {
  const [port, databaseFile] = [await freePort(), newDatabaseFile()];
  const url = `http://127.0.0.1:${port}`;
  let command = begin(port, databaseFile);
  await expect.poll(async () => (await healthOf(url)).status, { timeout: 120_000 }).toBe(200);
  const request = await playwright.request.newContext({ baseURL: url });
  const technicianId = '01900000-0000-7000-8000-0000000000aa';
  await request.post('/api/technicians', { data: { id: technicianId, name: 'Pell Havering' } });
  const runId = await startedRun(request, { tag: 'KEPT-1', technicianId });

  const first = serverUnder(command);
  process.kill(first, 'SIGKILL');
  await expect
    .poll(async () => (await healthOf(url)).status === 200 && serverUnder(command) !== first, {
      timeout: 60_000,
    })
    .toBe(true);
  expect((await (await request.get(`/api/runs/${runId}`)).json()).value.battery.tag).toBe('KEPT-1');
  await ended(command);

  // Stopped in peace, the file alone holds everything; then a disk loses some of its bytes.
  const bytes = readFileSync(databaseFile);
  const at = bytes.indexOf('Yard tractor 9');
  expect(at).toBeGreaterThan(0);
  bytes.fill(0xff, at, at + 4);
  writeFileSync(databaseFile, bytes);
  command = begin(port, databaseFile);
  await expect.poll(async () => (await healthOf(url)).status, { timeout: 60_000 }).toBe(503);
  expect((await healthOf(url)).said.store.fault).toContain('The database is damaged');
  await page.goto(url);
  await expect(page.getByText('The database is damaged')).toBeVisible();
  await ended(command);
  expect(readFileSync(databaseFile).equals(bytes)).toBe(true);
  await request.dispose();
});
