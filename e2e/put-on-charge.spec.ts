import type { APIRequestContext, Page } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { LOW, room, waitingOf } from './support/charge-room';
import { captureFor, expect, expectAccessible, startedRun, test } from './support/test';

const tileOf = (page: Page, charger: string, channel: number) =>
  page
    .getByRole('region', { name: 'Channels' })
    .getByRole('listitem')
    .filter({ hasText: `Two-way ${charger.slice(-6)} ${channel}` });

/** Takes a battery by its grip, wherever in the list it stands, and drops it onto something above it. */
async function dropOnto(page: Page, tag: string, onto: ReturnType<typeof tileOf>): Promise<void> {
  const grip = page.getByRole('button', { name: `Put ${tag} on a channel` });
  await grip.scrollIntoViewIfNeeded();
  const from = await grip.boundingBox();
  if (!from) throw new Error('it waits in the list');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  // At the edge of the screen the page goes on under the hand.
  if (await isAbove(page, onto)) {
    await page.mouse.move(from.x, 20, { steps: 5 });
    await expect.poll(() => isAbove(page, onto)).toBe(false);
    await page.mouse.move(from.x, 300);
    await standsStill(page);
  }
  const to = await onto.boundingBox();
  if (!to) throw new Error('it is a channel of the room');
  await page.mouse.move(to.x + 30, to.y + 20, { steps: 5 });
  await page.mouse.up();
}

/** Away from its edge the page stands still again: for some frames, since the last of the way may still be to come. */
const standsStill = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((still) => {
        let [at, frames] = [window.scrollY, 0];
        const look = () => {
          frames = window.scrollY === at ? frames + 1 : 0;
          at = window.scrollY;
          if (frames > 4) still();
          else requestAnimationFrame(look);
        };
        look();
      }),
  );

/** Whether something lies beyond the upper edge of the screen, or so near to it that a hand there scrolls. */
const isAbove = async (page: Page, some: ReturnType<typeof tileOf>) => {
  const box = await some.boundingBox();
  return (box?.y ?? 0) < 70 && (await page.evaluate(() => window.scrollY)) > 0;
};

test('a battery is dragged onto a channel, or put there by keys, and the Bench has the channel chosen', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const [one, other] = [`${newTag}A`, `${newTag}B`];
  const { charger, runs } = await room(request, technicianId, [one, other]);
  const on = { mode: 'normal', volts: 14.4, amps: 10, hours: 5, charger, channel: 1 };
  await captureFor(request, runs[1] ?? '', technicianId, ['charge_start', on]);
  // On a tablet held upright the list lies far below the channels.
  await page.setViewportSize({ width: 800, height: 600 });
  await page.goto('/room');
  await page.getByRole('button', { name: `Put ${one} on a channel` }).scrollIntoViewIfNeeded();
  expect(await isAbove(page, tileOf(page, charger, 1))).toBe(true);
  await dropOnto(page, one, tileOf(page, charger, 1));
  await expect(waitingOf(page, one).getByRole('status')).toContainText(`${other} hangs on`);
  await dropOnto(page, one, tileOf(page, charger, 2));
  await expect(page).toHaveURL(`/bench/${runs[0]}?charger=${charger}&channel=2`);
  await expect(page.getByLabel('Charger', { exact: true })).toContainText(`Two-way ${charger.slice(-6)}`);

  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/room');
  await page.getByRole('button', { name: `Put ${one} on a channel` }).press('Enter');
  await expect(page.getByRole('heading', { name: `Put ${one} on charge` })).toBeVisible();
  await expectAccessible(page);
  const taken = page.getByRole('button', { name: `Two-way ${charger.slice(-6)} 1` });
  await expect(taken).toBeDisabled();
  await expect(taken).toContainText(`${other} hangs there`);
  await page.getByRole('button', { name: `Two-way ${charger.slice(-6)} 2` }).press('Enter');
  await expect(page).toHaveURL(`/bench/${runs[0]}?charger=${charger}&channel=2`);
  await page.getByRole('button', { name: 'It is on charge' }).click();
  await page.goto('/room');
  await expect(tileOf(page, charger, 2)).toContainText(one);
});

test('a battery of the list goes on charge although no run of its is open: it is looked at first', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const { charger } = await room(request, technicianId, []);
  await registered(request, technicianId, newTag);
  await page.goto(`/batteries?q=${newTag}`);
  await page.getByRole('link', { name: `Put ${newTag} on charge` }).click();
  await expect(page.getByText('It is looked at and measured first')).toBeVisible();
  await page.getByRole('button', { name: `Two-way ${charger.slice(-6)} 1` }).click();
  await expect(page).toHaveURL(new RegExp(`/bench/[-0-9a-f]+\\?charger=${charger}&channel=1`));
  await expect(page.getByRole('heading', { level: 1, name: 'Identify' })).toBeVisible();
  await page.goto('/room/on?tag=nobody-has-this');
  await expect(page.getByText('Nothing is kept under this address')).toBeVisible();
});

test('once it has rested its retest opens, on the room, the Floor and the Bench', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  const nowMs = Date.now();
  const at = async (minutesAgo: number, reading: readonly [string, unknown]) => {
    const [kind, data] = reading;
    const envelope = { id: uuidv7(), runId, technicianId, instrument: 'typed' };
    const said = {
      ...envelope,
      kind,
      data,
      takenAtMs: nowMs - minutesAgo * 60_000,
      forced: false,
      supersedesId: null,
      reason: null,
    };
    expect((await request.post(`/api/runs/${runId}/readings`, { data: said })).status()).toBe(200);
  };
  for (const [place, reading] of LOW.entries()) await at(500 - place, reading);
  await at(400, ['charge_start', { mode: 'normal', volts: 14.4, amps: 10, hours: 5 }]);
  // An hour is what it rests: a third of a minute of it is left.
  await at(59.65, ['charge', { full: true }]);
  await page.goto('/room');
  const resting = page
    .getByRole('region', { name: 'Resting' })
    .getByRole('listitem')
    .filter({ hasText: newTag });
  await expect(resting).toContainText('its retest opens at');
  await expect(resting).toContainText('rested: test it', { timeout: 60_000 });
  await page.goto('/');
  const card = page
    .getByRole('region', { name: 'On the bench' })
    .getByRole('listitem')
    .filter({ hasText: newTag });
  await expect(card).toContainText('next');
  await expect(card).not.toContainText('ready in');
  await page.goto('/room');
  await resting.getByRole('link').click();
  await page.getByRole('button', { name: 'Go on to the voltage' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Open-circuit voltage' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Capture' })).toBeVisible();
});

test('a fan that stands still keeps everything off until it draws again, and every screen of the room says so', async ({
  page,
  context,
  request,
  technicianId,
  newTag,
}) => {
  await room(request, technicianId, [newTag]);
  const { value } = await (await request.get('/api/room')).json();
  const facts = { ...value.facts, airPerHour: 40 };
  const said = { technicianId, facts, seenRevision: value.revision };
  expect((await request.put('/api/room', { data: said })).status()).toBe(200);
  await page.goto('/room');
  const tablet = await context.newPage();
  await tablet.goto('/room');
  const fan = page.getByRole('region', { name: 'Fan' });
  await expect(fan).toContainText('Does the fan draw?');
  await fan.getByRole('button', { name: 'It stands still' }).click();
  for (const screen of [page, tablet]) {
    await expect(screen.getByRole('region', { name: 'Fan' })).toContainText('The fan stands still');
    await expect(waitingOf(screen, newTag)).toContainText('finds no place');
    await expectAccessible(screen);
  }
  await tablet.getByRole('region', { name: 'Fan' }).getByRole('button', { name: 'It draws' }).click();
  for (const screen of [page, tablet]) {
    await expect(screen.getByRole('region', { name: 'Fan' })).toHaveCount(0);
    await expect(waitingOf(screen, newTag)).toContainText('goes on');
  }
});

test('a round brings in what is to be equalised, and the Bench has that way of charging chosen', async ({
  page,
  request,
  technicianId,
  newTag,
}) => {
  await room(request, technicianId, []);
  await page.goto('/room');
  await page.getByRole('button', { name: 'Hours, wires, air' }).click();
  await page.getByLabel('Equalise every so many days').fill('5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await registered(request, technicianId, newTag, { duty: 'deep_cycle', ratings: [] });
  await page.getByRole('link', { name: 'Walk a round' }).click();
  await page.getByRole('link', { name: 'Within a week' }).click();
  const unit = page.getByRole('listitem').filter({ hasText: newTag });
  await expect(unit).toContainText('not equalised here yet');
  await expectAccessible(page);
  await unit.getByRole('button', { name: 'Equalise it' }).click();
  await expect(page).toHaveURL(/\/bench\/[-0-9a-f]+\?mode=equalise/);
  const runId = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  for (const reading of LOW.slice(0, -1)) await captureFor(request, runId, technicianId, reading);
  await captureFor(request, runId, technicianId, ['open_circuit', { volts: 12.3, temperatureC: 20 }]);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: 'Charge' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Equalise' })).toBeChecked();
});

async function registered(
  request: APIRequestContext,
  technicianId: string,
  tag: string,
  over: Record<string, unknown> = {},
): Promise<void> {
  const label = {
    tag,
    type: 'flooded',
    nominalVolts: 12,
    ratings: [{ standard: 'SAE', amps: 570 }],
    c20Ah: 60,
    rcMinutes: null,
    model: '',
    place: 'Store, shelf 2',
    dateCode: '',
    fittedOn: null,
    ...over,
  };
  const said = { id: uuidv7(), technicianId, label };
  expect((await request.post('/api/batteries', { data: said })).status()).toBe(200);
}
