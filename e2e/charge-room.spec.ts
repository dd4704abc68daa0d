import type { APIRequestContext } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { LOW, room, waitingOf } from './support/charge-room';
import { freePort, newDatabaseFile, startServer } from './support/server';
import {
  captureFor,
  expect,
  expectAccessible,
  finishRunSeen,
  signIn,
  startedRun,
  test,
} from './support/test';

/** What the server plans: of each battery the channel, and when it goes on. */
async function planned(request: APIRequestContext, tag: string) {
  const { value } = await (await request.get('/api/room')).json();
  const card = value.cards.find((one: { tag: string }) => one.tag === tag);
  return {
    channel: card?.channel as number,
    startMs: card?.plan?.startMs as number,
    nowMs: value.room.nowMs as number,
  };
}

test('the room plans what waits, says what a move costs before it is made, and another tablet sees it', async ({
  page,
  context,
  request,
  technicianId,
  newTag,
}) => {
  const tags = ['A', 'B', 'C'].map((letter) => `${newTag}${letter}`) as [string, string, string];
  const { charger, runs } = await room(request, technicianId, tags);
  await page.goto('/room');
  for (const tag of tags) await expect(waitingOf(page, tag)).toBeVisible();
  await expect(waitingOf(page, tags[0]).getByText(/^back /)).toBeVisible();
  await expectAccessible(page);

  // Two channels, three batteries: one of them goes on later. By keyboard it is wanted soon, and comes first.
  const late = await lastOf(request, tags);
  await waitingOf(page, late).getByRole('button', { name: 'Wanted when, and where' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Tomorrow 7:00' }).click();
  await dialog.getByText('A breakdown').click();
  await dialog.getByLabel('For', { exact: true }).fill('Pump truck');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Plan it so' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(waitingOf(page, late)).toContainText('Pump truck');

  // Moved by the arrow keys on the time line; what that costs stands there before it is kept.
  const tablet = await context.newPage();
  await tablet.goto('/room');
  const before = await planned(request, late);
  const bar = page.getByRole('button', { name: new RegExp(`^${late}, from .*move it`) });
  await bar.focus();
  for (let step = 0; step < 4; step++) await bar.press('ArrowRight');
  await bar.press('Enter');
  await expect(dialog.getByText(/^Rested /)).toBeVisible();
  await dialog.getByRole('button', { name: 'Plan it so' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(waitingOf(tablet, late)).toContainText('put there by hand');
  const after = await planned(request, late);
  expect(after.startMs - before.startMs).toBeGreaterThanOrEqual(1.5 * 3_600_000);

  // One is put on its channel at the Bench: every tablet has it there, and its retest opens once it has rested.
  const [first = '', firstRun = ''] = [
    tags.find((tag) => tag !== late),
    runs[tags.findIndex((tag) => tag !== late)],
  ];
  const on = { mode: 'normal', volts: 14.4, amps: 10, hours: 5, charger, channel: 1 };
  await captureFor(request, firstRun, technicianId, ['charge_start', on]);
  const channels = tablet.getByRole('region', { name: 'Channels' });
  await expect(channels.getByRole('link', { name: new RegExp(first) })).toContainText('Bulk');
  await captureFor(request, firstRun, technicianId, [
    'charge_log',
    { volts: 14.4, amps: 9, temperatureC: 56, gravity: null },
  ]);
  await expect(channels.getByRole('link', { name: new RegExp(first) })).toContainText(
    'Too hot: switch it off',
  );
  await expect(page.getByRole('region', { name: 'Channels' })).toContainText('Too hot: switch it off');
  // Every screen says so, whatever it shows, until somebody has heard it there.
  await page.goto('/batteries');
  for (const screen of [page, tablet]) {
    const alarm = screen.getByRole('alert').filter({ hasText: `${first} is too hot on charge` });
    await expect(alarm).toContainText('56');
    await expectAccessible(screen);
    await alarm.getByRole('button', { name: 'Heard' }).click();
    await expect(alarm).toHaveCount(0);
  }
  await captureFor(request, firstRun, technicianId, ['charge', { full: true }]);
  await expect(tablet.getByRole('region', { name: 'Resting' })).toContainText(first);
});

test('what waits is dragged to another time, and a charger that is put aside has the room plan anew', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const { charger } = await room(request, technicianId, [newTag]);
  const listed = await (await request.get('/api/room')).json();
  await page.goto('/room');
  const bar = page.getByRole('button', { name: new RegExp(`^${newTag}, from .*move it`) });
  const box = await bar.boundingBox();
  if (!box) throw new Error('the bar has a place');
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 160, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText(/It costs nobody anything|weighted hours/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(waitingOf(page, newTag)).not.toContainText('by hand');

  const names = listed.value.channels.filter(
    (one: { charger: { id: string } }) => one.charger.id === charger,
  );
  expect(names).toHaveLength(2);
  const site = await (await request.get('/api/room')).json();
  const facts = site.value.channels.find(
    (one: { charger: { id: string } }) => one.charger.id === charger,
  )?.charger;
  const { id: _id, retiredAtMs: _retired, revision: _revision, ...kept } = facts;
  const aside = { id: charger, technicianId, facts: kept, seenRevision: 1, retired: true };
  expect((await request.put('/api/chargers', { data: aside })).status()).toBe(200);
  await expect(page.getByText(`Two-way ${charger.slice(-6)} 1`)).toHaveCount(0);
  await expect(waitingOf(page, newTag)).toBeVisible();
});

test('what is said of the room is refused by name where it contradicts itself', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  await room(request, technicianId, [newTag]);
  await page.goto('/room');
  await page.getByRole('button', { name: 'Hours, wires, air' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Monday, from').fill('18:00');
  await dialog.getByLabel('Monday, to').fill('07:00');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText(/toMinute/)).toBeVisible();
  await dialog.getByLabel('Monday, to').fill('22:00');
  await dialog.getByLabel('The fan moves, m³/h').fill('0.2');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(waitingOf(page, newTag)).toContainText('finds no place');
  await expect(page.getByRole('region', { name: 'What would have to give' })).toContainText(
    /The fan would have to move \d/,
  );
});

test('a round through the store is walked on a phone, place by place', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  for (const reading of LOW.slice(0, -1)) await captureFor(request, runId, technicianId, reading);
  await captureFor(request, runId, technicianId, ['open_circuit', { volts: 12.4, temperatureC: 20 }]);
  await captureFor(request, runId, technicianId, [
    'load',
    { amps: 285, seconds: 15, volts: 10.3, temperatureC: 20 },
  ]);
  await finishRunSeen(request, runId, technicianId);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/room');
  await page.getByRole('link', { name: 'Walk a round' }).click();
  await page.getByRole('link', { name: 'Within a month' }).click();
  const unit = page
    .getByRole('region', { name: 'Yard tractor 9' })
    .getByRole('listitem')
    .filter({ hasText: newTag });
  await expect(unit).toContainText(/charge by|overdue since/);
  await expectAccessible(page);
  await unit.getByRole('button', { name: 'Take it in' }).click();
  await expect(page).toHaveURL(/\/bench\//);
});

test('a battery is put on the channel that the plan has for it, and a second one is warned of the first', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const tags = [`${newTag}A`, `${newTag}B`] as const;
  const { charger, runs } = await room(request, technicianId, tags);
  const on = { mode: 'normal', volts: 14.4, amps: 10, hours: 5, charger, channel: 2 };
  await captureFor(request, runs[0] ?? '', technicianId, ['charge_start', on]);
  await page.goto('/room');
  const put = waitingOf(page, tags[1]).getByRole('link', { name: 'Put it on' });
  const address = new URL((await put.getAttribute('href')) ?? '', page.url());
  await put.click();
  const name = `Two-way ${charger.slice(-6)}`;
  await page.goto(`/bench/${runs[1]}?charger=${charger}&channel=2`);
  await expect(page.getByLabel('Charger', { exact: true })).toContainText(name);
  await expect(page.getByText(`${tags[0]} hangs there`)).toBeVisible();
  await page.goto(`${address.pathname}${address.search}`);
  await expect(page.getByLabel('Charger', { exact: true })).not.toContainText('Not one of the site');
  await expect(page.getByText(`${tags[0]} hangs there`)).toHaveCount(0);
  await page.getByRole('button', { name: 'It is on charge' }).click();
  await expect(page.getByRole('button', { name: 'Full: charger off' })).toBeVisible();
  await page.goto('/room');
  await expect(
    page.getByRole('region', { name: 'Channels' }).getByRole('link', { name: tags[1] }),
  ).toBeVisible();
});

test('a room whose server is killed and started again has lost nothing', async ({ browser }) => {
  const options = { port: await freePort(), databaseFile: newDatabaseFile() };
  const first = await startServer(options);
  const technicianId = uuidv7();
  const context = await browser.newContext({ baseURL: first.url });
  await context.request.post('/api/technicians', { data: { id: technicianId, name: 'Maro Tindell' } });
  await signIn(context, first.url, technicianId);
  const tags = ['FH-0901', 'FH-0902', 'FH-0903'] as const;
  const { charger, runs } = await room(context.request, technicianId, tags);
  const on = { mode: 'normal', volts: 14.4, amps: 10, hours: 5, charger, channel: 1 };
  await captureFor(context.request, runs[0] ?? '', technicianId, ['charge_start', on]);
  const dueMs = Date.now() + 20 * 3_600_000;
  const wish = { dueMs, weight: 8, reason: 'Pump truck', held: null };
  const said = { technicianId, runId: runs[1], seenRevision: 0, wish };
  expect((await context.request.put('/api/room/wishes', { data: said })).status()).toBe(200);
  const before = await Promise.all(tags.slice(1).map((tag) => planned(context.request, tag)));
  await first.kill();
  const second = await startServer(options);
  const page = await context.newPage();
  await page.goto('/room');
  await expect(
    page.getByRole('region', { name: 'Channels' }).getByRole('link', { name: /FH-0901/ }),
  ).toBeVisible();
  await expect(waitingOf(page, 'FH-0902')).toContainText('Pump truck');
  const after = await Promise.all(tags.slice(1).map((tag) => planned(context.request, tag)));
  for (const [at, { channel, startMs }] of after.entries()) {
    expect(channel).toBe(before[at]?.channel);
    // What can go on now goes on now, and now has moved on.
    expect(Math.abs(startMs - (before[at]?.startMs ?? 0))).toBeLessThan(10 * 60_000);
  }
  await context.close();
  await second.kill();
});

/** The one of some batteries that goes on last. */
async function lastOf(request: APIRequestContext, tags: readonly string[]): Promise<string> {
  const starts = await Promise.all(tags.map(async (tag) => ({ tag, ...(await planned(request, tag)) })));
  return starts.reduce((late, one) => (one.startMs > late.startMs ? one : late)).tag;
}
