import { type BrowserContext, test as base, expect, type Page } from '@playwright/test';
import { freePort, newDatabaseFile, type Server, startServer } from './server';
import { pressOnlyWhatListens } from './test';

/** What the lead of such a shop signs in by. */
export const PASSWORD = 'three grey gulls';

/** Tests with a shop of its own each, which a lead has set up in the first browser; nobody else is in it. */
export const test = base.extend<{
  shop: Server;
  databaseFile: string;
  lead: Page;
  another: () => Promise<Page>;
}>({
  databaseFile: ({ browserName: _browser }, use) => use(newDatabaseFile()),
  shop: async ({ databaseFile }, use) => {
    const server = await startServer({ port: await freePort(), databaseFile });
    await use(server);
    await server.kill();
  },
  lead: async ({ browser, shop }, use) => {
    const context = await listening(await browser.newContext({ baseURL: shop.url }));
    const page = await context.newPage();
    await page.goto('/');
    await page.getByRole('dialog').getByRole('link', { name: 'Set up the shop' }).click();
    await page.getByLabel('The shop’s name').fill('Ferngate Harbour Works');
    await page.getByLabel('Your name, who leads it').fill('Ysolde Brackwater');
    await page.getByLabel('Your password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByRole('heading', { name: 'The shop is yours' })).toBeVisible();
    await use(page);
    await context.close();
  },
  another: async ({ browser, shop }, use) => {
    const opened: BrowserContext[] = [];
    await use(async () => {
      const context = await listening(await browser.newContext({ baseURL: shop.url }));
      opened.push(context);
      return context.newPage();
    });
    for (const context of opened) await context.close();
  },
});

/** Has the pages of a browser pressed only once they listen. */
export async function listening(context: BrowserContext): Promise<BrowserContext> {
  context.on('page', pressOnlyWhatListens);
  return context;
}

/** Who the lead is: the only one whom their own device knows. */
export async function leadId(lead: Page): Promise<string> {
  return (await (await lead.request.get('/api/people/here')).json()).value.names[0].id;
}
