import type { Page } from '@playwright/test';
import { expect } from './test';

const readings = (page: Page) => page.getByRole('navigation', { name: 'Readings' });
/** The key of a reading in the list. */
export const keyOf = (page: Page, label: string) =>
  readings(page)
    .getByRole('button')
    .filter({ has: page.getByText(label, { exact: true }) });

/** Captures what the simulated instruments show of a reading. */
export async function captureLive(page: Page, label: string) {
  await keyOf(page, label).click();
  await expect(page.getByRole('heading', { level: 1, name: label })).toBeVisible();
  await expect(page.getByText('live from Meter and clamp (simulated)')).toBeVisible();
  await expect(page.getByRole('textbox', { name: label, exact: true })).toHaveValue(/^\d/);
  await page.getByRole('button', { name: /Capture/ }).click();
  // What is wrong with the vehicle is drawn by chance: a value that few vehicles show is asked back first.
  const keep = page.getByRole('alertdialog').getByRole('button', { name: /^Keep / });
  const captured = keyOf(page, label).filter({ hasText: /\d/ });
  await expect(captured.or(keep).first()).toBeVisible();
  if (await keep.isVisible()) await keep.click();
  await expect(captured).toBeVisible();
}
