import { expect } from '@playwright/test';
import { PASSWORD, test } from './support/shop';

test('what is typed and pressed before the page listens is kept, and goes into no address', async ({
  browser,
  shop,
}) => {
  const context = await browser.newContext({ baseURL: shop.url });
  const page = await context.newPage();
  let letScriptsIn = () => {};
  const allIsTyped = new Promise<void>((typed) => {
    letScriptsIn = typed;
  });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.route('**/*.js*', (route) => allIsTyped.then(() => route.continue()));
  await page.goto('/welcome', { waitUntil: 'commit' });
  await page.getByLabel('The shop’s name').fill('Ferngate Harbour Works');
  await page.getByLabel('Time zone').fill('Europe/Vienna');
  await page.getByLabel('Your name, who leads it').fill('Ysolde Brackwater');
  await page.getByLabel('Your password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Begin' }).click();
  letScriptsIn();
  await expect(page.getByRole('heading', { name: 'The shop is yours' })).toBeVisible();
  expect(asked.filter((address) => address.includes('password='))).toEqual([]);
  await page.goto('/site');
  await expect(page.getByLabel('Name, as it is printed')).toHaveValue('Ferngate Harbour Works');
  await expect(page.getByLabel('Time zone')).toHaveValue('Europe/Vienna');
  await context.close();
});
