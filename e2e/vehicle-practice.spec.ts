import type { Page } from '@playwright/test';
import { captureLive, keyOf } from './support/live-check';
import { expect, expectAccessible, test } from './support/test';

async function dropLive(page: Page, side: string, segment: string) {
  await keyOf(page, 'Voltage drop').click();
  await page
    .getByRole('region', { name: side, exact: true })
    .getByRole('button', { name: new RegExp(`^${segment}`) })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: segment })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Current meanwhile' })).toHaveValue(/^\d/);
  await page.getByRole('button', { name: /Capture/ }).click();
}

test('a vehicle is worked as a case: its ground is found, and the battery is innocent', async ({ page }) => {
  await page.goto('/practice');
  await page.getByRole('link', { name: /The weak alternator/ }).click();
  await expect(page.getByRole('region', { name: 'On your own' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Causes' })).toHaveCount(0);
  await expectAccessible(page);
  await captureLive(page, 'Resting voltage');
  await captureLive(page, 'Regulated, 2000 rpm');
  await keyOf(page, 'Belt').click();
  await expect(page.getByText('On the simulated vehicle: in order')).toBeVisible();
  await page.getByText('In order', { exact: true }).click();
  await dropLive(page, 'Charging, minus side', 'Ground strap');
  await page.getByRole('button', { name: 'Have it tested' }).click();
  await page.keyboard.press('d');
  await page.getByText('Connection, charging minus').click();
  await page.getByRole('button', { name: 'Show what was true' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'That is what it was' })).toBeVisible();
  await expect(page.getByText('The battery was innocent.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Other cases' }).click();
  await expect(page.getByRole('region', { name: 'Your progress' })).toContainText('The weak alternator');
});

test('a draw is walked through the fuses of a simulated vehicle until one drops it', async ({ page }) => {
  await page.goto('/practice/vehicle?code=weekend');
  await captureLive(page, 'Draw, asleep');
  await keyOf(page, 'Draw, asleep').click();
  const table = page.getByRole('table', { name: 'Draw by fuse' });
  for (let fuse = 1; fuse <= 12; fuse++) {
    await page.getByLabel('Fuse that is pulled').fill(`F${fuse}`);
    await expect(page.getByRole('textbox', { name: 'Draw, asleep' })).toHaveValue(/^\d/);
    // The meter follows the fuse that was named: what it shows now is of this one.
    await expect(page.getByText(`shown for F${fuse}`, { exact: true })).toBeVisible();
    await page.getByRole('button', { name: /Capture/ }).click();
    await expect(table.getByRole('row', { name: new RegExp(`^F${fuse} `) })).toBeVisible();
    if ((await table.getByText('nothing').count()) < fuse) break;
  }
  expect(await table.getByText('nothing').count()).toBeLessThan(12);
});
