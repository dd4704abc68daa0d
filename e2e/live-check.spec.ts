import { test } from './support/hung-battery';
import { captureLive } from './support/live-check';
import { expect, expectAccessible } from './support/test';

test('a check reads live from simulated instruments, and its readings say so', async ({ page, newTag }) => {
  await page.goto('/vehicles/new');
  await page.getByLabel('Name or fleet number').fill(`Van ${newTag}`);
  await page.getByRole('button', { name: 'Register' }).click();
  await page.getByRole('button', { name: 'Start a check' }).click();
  await captureLive(page, 'Resting voltage');
  await captureLive(page, 'Regulated, idle');
  const id = page.url().split('/').at(-1);
  const stored = async () => {
    const answer = await (await page.request.get(`/api/checks/${id}`)).json();
    return (answer.value.readings as { instrument: string }[]).map(({ instrument }) => instrument);
  };
  await expect.poll(stored).toEqual(['Meter and clamp (simulated)', 'Meter and clamp (simulated)']);
  await expectAccessible(page);
});
