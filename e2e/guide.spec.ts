import { expect, expectAccessible, test } from './support/test';

test('a working names its rule, which opens beside it in the guide', async ({
  page,
  bench,
  context,
  openedRun,
}) => {
  await bench.open(openedRun);
  await bench.upToCharge('12.65', '20');
  await bench.load('10.6');
  await bench.step('Verdict').click();
  const opening = context.waitForEvent('page');
  await page.getByRole('link', { name: 'Rule 12' }).first().click();
  const guide = await opening;
  await expect(guide.getByRole('heading', { name: 'How a verdict is reached' })).toBeVisible();
  await expect(guide.locator('#rule-12')).toBeInViewport();
  await expectAccessible(guide);
  await guide.getByRole('link', { name: 'A day at the bench' }).click();
  const floor = guide.getByRole('img', { name: 'Floor', exact: true });
  await expect
    .poll(() => floor.evaluate((image: HTMLImageElement) => image.naturalWidth))
    .toBeGreaterThan(1000);
  await expectAccessible(guide);
});
