import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { RULE_TABLE } from '@/core/assessment/rule-table';
import { GUIDE_PAGES, guidePageOf, guidePicture, guideText, isGuidePage } from './guide';

const PAGES = Object.keys(GUIDE_PAGES).filter(isGuidePage);

it('every rule that a working links to stands in the table of rules', async () => {
  const text = await guideText('verdict');
  const missing = RULE_TABLE.filter(({ number }) => !text.includes(`\n| ${number} |`));
  expect(missing.map(({ number }) => number)).toEqual([]);
});

it.each(PAGES)('the page %s is there, and so is every picture on it', async (page) => {
  const text = await guideText(page);
  expect(text).toMatch(/^# /);
  for (const [, picture = ''] of text.matchAll(/!\[[^\]]*\]\((?:\.\.\/)*screenshots\/([^)]+)\)/g)) {
    expect([picture, (await guidePicture(picture)) !== undefined]).toEqual([picture, true]);
  }
});

it('a link between the pages opens here where its page does, and a name that leads out of the folder is no picture', async () => {
  expect(guidePageOf('../verdict.md#the-steps')).toBe('verdict');
  expect(guidePageOf('formats/readings.md')).toBe('readings');
  expect(guidePageOf('decisions/0001-stack.md')).toBeNull();
  expect(guidePageOf('#below')).toBeNull();
  for (const name of ['../running.md', 'floor', '..%2ffloor.png', 'none.png', '']) {
    expect(await guidePicture(name)).toBeUndefined();
  }
});

it('the pictures of a user’s day are ten at the most', async () => {
  const pictures = (await guideText('day')).match(/!\[/g) ?? [];
  expect(pictures.length).toBeLessThanOrEqual(10);
  expect(readdirSync(join(process.cwd(), 'docs/screenshots')).length).toBeLessThan(20);
});
