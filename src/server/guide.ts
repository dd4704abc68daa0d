import 'server-only';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Where the pages lie that come with the application. */
const FOLDER = join(process.cwd(), 'docs');

/** The pages that open in the application, by the last part of their address. */
export const GUIDE_PAGES = {
  day: { title: 'A day at the bench', file: 'a-day-at-the-bench.md' },
  verdict: { title: 'How a verdict is reached', file: 'verdict.md' },
  capacity: { title: 'Capacity', file: 'capacity.md' },
  vehicle: { title: 'Is it the battery at all?', file: 'vehicle-check.md' },
  recordings: { title: 'Recorded starts', file: 'recordings.md' },
  causes: { title: 'How often the cause is right', file: 'vehicle-causes.md' },
  life: { title: 'Health over time', file: 'health-over-time.md' },
  forecasts: { title: 'How forecasts hold', file: 'forecasts.md' },
  accuracy: { title: 'How often it is right', file: 'accuracy.md' },
  opinion: { title: 'The second opinion', file: 'second-opinion.md' },
  model: { title: 'The physical model', file: 'physical-model.md' },
  files: { title: 'Files that go in and come out', file: 'formats/files.md' },
  readings: { title: 'Files of readings', file: 'formats/readings.md' },
  people: { title: 'People', file: 'people.md' },
  running: { title: 'Running Integra', file: 'running.md' },
} as const;

export type GuidePage = keyof typeof GUIDE_PAGES;

export function isGuidePage(name: string): name is GuidePage {
  return Object.hasOwn(GUIDE_PAGES, name);
}

/** The page that a link between the pages leads to; null for one that does not open here. */
export function guidePageOf(link: string): GuidePage | null {
  const file = link.replace(/#.*$/, '').replace(/^.*\//, '');
  const found = Object.entries(GUIDE_PAGES).find(([, page]) => page.file.endsWith(file));
  return file !== '' && found && isGuidePage(found[0]) ? found[0] : null;
}

/** The text of a page, as Markdown. */
export function guideText(page: GuidePage): Promise<string> {
  return readFile(join(FOLDER, GUIDE_PAGES[page].file), 'utf8');
}

/** What a picture of the pages may be called: no part of an address leads out of their folder. */
const PICTURE = /^[a-z0-9-]+\.png$/;

/** A picture of the pages; undefined where there is none of that name. */
export async function guidePicture(name: string): Promise<Uint8Array | undefined> {
  if (!PICTURE.test(name)) return undefined;
  return readFile(join(FOLDER, 'screenshots', name)).catch(() => undefined);
}
