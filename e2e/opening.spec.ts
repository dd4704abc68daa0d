import type { Page } from '@playwright/test';
import { test as base, expect, startedRun } from './support/test';

/** Lets in only the scripts that a page names; the others come once they are let in, or never. */
async function holdLaterScripts(page: Page, path: string): Promise<(come: boolean) => void> {
  const html = await (await page.request.get(path)).text();
  const named = new Set([...html.matchAll(/\/_next\/static\/[^"\\ ]+\.js/g)].map(([script]) => script));
  let letIn = (_come: boolean) => {};
  const isLetIn = new Promise<boolean>((resolve) => {
    letIn = resolve;
  });
  await page.route('**/_next/static/**/*.js*', async (route) => {
    if (named.has(new URL(route.request().url()).pathname)) return route.continue();
    return (await isLetIn) ? route.continue() : route.abort();
  });
  return letIn;
}

/** A run on the Bench of which only the scripts have come that its page names; `letIn` says whether the others come. */
const test = base.extend<{ readonly letIn: (come: boolean) => void }>({
  letIn: async ({ page, bench, request, newTag, technicianId }, use) => {
    const path = `/bench/${await startedRun(request, { tag: newTag, technicianId })}`;
    const letIn = await holdLaterScripts(page, path);
    // A page that is quick asks for the others before it counts as loaded, and would wait for what is held back here.
    await page.goto(path, { waitUntil: 'domcontentloaded' });
    await bench.ready();
    await use(letIn);
  },
});

test('the Bench is worked before all of it has come: what was told stands, and a capture waits for what it comes to', async ({
  page,
  bench,
  letIn,
}) => {
  await expect(bench.verdict).toHaveText('Not decided yet');
  await bench.identify();
  await expect(page.getByRole('heading', { name: 'Working it out' })).toBeVisible();
  await expect(page.getByText('stands here as soon as the rest of the Bench has come')).toBeVisible();
  letIn(true);
  await bench.complain();
  await bench.expectStage('Inspect');
  await expect(bench.step('Identify')).toContainText('label agrees');
});

test('a Bench whose rest does not come says so, keeps what was captured, and goes on once it is loaded again', async ({
  page,
  bench,
  letIn,
}) => {
  letIn(false);
  await bench.identify();
  await expect(page.getByText('What was captured is kept').first()).toBeVisible();
  await page.unroute('**/_next/static/**/*.js*');
  const loadedAgain = page.waitForEvent('domcontentloaded');
  await page
    .getByRole('region', { name: 'Stage' })
    .getByRole('button', { name: /Load the page again/ })
    .click();
  await loadedAgain;
  await bench.ready();
  await bench.complain();
  await bench.expectStage('Inspect');
});
