import { uuidv7 } from 'uuidv7';
import { type SiteSheet, sheetOf as sheetOfSite } from '@/core/exchange/site/site-sheet';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { siteOf } from '@/store/sites';
import type { Answer } from './answer';
import { granted } from './answers.test-support';
import { registerBattery } from './batteries';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { bodyFile, UNWATCHED } from './files.test-support';
import { rulesToday, rulesView, saveRules } from './rules';
import { saveSite, startOfToday } from './site';
import { bringIn, siteFile } from './site-files';
import { registerTechnician } from './technicians';

interface Shop {
  readonly context: Context;
  readonly technicianId: string;
}

async function newShop(name: string): Promise<Shop> {
  const context = await newContext();
  const technicianId = uuidv7();
  granted(await registerTechnician(context, { id: technicianId, name }));
  return { context, technicianId };
}

const messageOf = (answer: Answer<unknown>) => (answer.ok ? '' : answer.problems[0]?.message);

const sheetOf = ({ site }: Context): SiteSheet => sheetOfSite(site);

/** The same context as the next request sees it. */
async function afterwards({ context }: Shop): Promise<Context> {
  const site = await context.store.read(siteOf);
  if (!site) throw new Error('there is a site');
  return { ...context, site };
}

async function fileOf(context: Context): Promise<string> {
  let text = '';
  for await (const piece of siteFile(context)) text += piece;
  return text;
}

const decide = ({ context, technicianId }: Shop, name: string) =>
  saveRules(context, {
    rules: { ...STANDARD_RULES, name },
    seenVersion: 0,
    reason: 'The lead decided',
    technicianId,
  });

describe('the sheet of a site', () => {
  it('is filled in once and seen by the next request; of two who do, the later one is told', async () => {
    const shop = await newShop('Maro Tindell');
    const { context, technicianId } = shop;
    const filled = {
      ...sheetOf(context),
      name: '  Ferngate  Harbour Works ',
      zone: 'Pacific/Auckland',
      currency: 'NZD',
      codesAddress: 'http://bench.local:3000/',
    };
    expect(granted(await saveSite(context, { technicianId, seenRevision: 1, sheet: filled }))).toEqual({
      revision: 2,
    });
    const { site } = await afterwards(shop);
    expect(site).toMatchObject({
      name: 'Ferngate Harbour Works',
      zone: 'Pacific/Auckland',
      currency: 'NZD',
      revision: 2,
      codesAddress: 'http://bench.local:3000',
      id: context.site.id,
      rulesId: context.site.rulesId,
    });
    const late = await saveSite(context, { technicianId, seenRevision: 1, sheet: sheetOf(context) });
    expect(messageOf(late)).toContain('changed the site meanwhile');
    expect((await afterwards(shop)).site.name).toBe('Ferngate Harbour Works');
  });

  it.each([
    ['zone', 'Harbour/Nowhere', 'time zone'],
    ['codesAddress', 'bench.local', 'an address such as'],
    ['codesAddress', 'javascript:alert(1)', 'an address such as'],
    ['currency', 'eur', 'three capital letters'],
    ['temperatureUnit', 'K', 'one of °C, °F'],
    ['ratingStandard', 'ABC', 'one of SAE, JIS'],
    ['name', 'x'.repeat(81), 'at most 80 characters'],
  ])('whose %s is %s is refused by name, and nothing is stored', async (field, value, expected) => {
    const shop = await newShop('Maro Tindell');
    const sheet = { ...sheetOf(shop.context), [field]: value };
    const answer = await saveSite(shop.context, { technicianId: shop.technicianId, seenRevision: 1, sheet });
    expect(answer).toMatchObject({ ok: false, failure: 'input', problems: [{ field: `sheet/${field}` }] });
    expect(messageOf(answer)).toContain(expected);
    expect((await afterwards(shop)).site.revision).toBe(1);
  });

  it('says when a day began', async () => {
    const { context } = await newShop('Maro Tindell');
    const now = () => Date.UTC(2026, 0, 12, 13, 30);
    const startAt = (zone: string) => startOfToday({ now, site: { ...context.site, zone } });
    expect(startAt('UTC')).toBe(Date.UTC(2026, 0, 12));
    expect(startAt('Pacific/Auckland')).toBe(Date.UTC(2026, 0, 12, 11));
  });
});

describe('two sites', () => {
  it('keep their own rules beside each other when one is brought into the other', async () => {
    const [one, other] = [await newShop('Maro Tindell'), await newShop('Ysolde Brackwater')];
    granted(await decide(one, 'Harbour'));
    granted(await decide(other, 'Depot'));
    const meta = { store: true, technicianId: other.technicianId };
    granted(await bringIn(other.context, meta, bodyFile(await fileOf(one.context)), UNWATCHED));
    const after = await afterwards(other);
    expect(after.site.id).toBe(other.context.site.id);
    expect((await rulesToday(after)).name).toBe('Depot');
    expect((await rulesView(after)).versions.map(({ rules }) => rules.name)).not.toContain('Harbour');
  });

  it('are one where the other is untouched: it becomes the site whose file comes in', async () => {
    const one = await newShop('Maro Tindell');
    granted(await decide(one, 'Harbour'));
    const sheet = { ...sheetOf(one.context), name: 'Ferngate Harbour Works' };
    granted(await saveSite(one.context, { technicianId: one.technicianId, seenRevision: 1, sheet }));
    const text = await fileOf(one.context);
    const empty = { context: await newContext(), technicianId: '' };
    granted(await bringIn(empty.context, { store: true }, bodyFile(text), UNWATCHED));
    const after = await afterwards(empty);
    expect(after.site).toMatchObject({ id: one.context.site.id, name: 'Ferngate Harbour Works' });
    expect((await rulesToday(after)).name).toBe('Harbour');
  });

  it('a file from before sites had ids brings its rules in force into an untouched site, and into no other', async () => {
    const one = await newShop('Maro Tindell');
    granted(
      await decide(
        { ...one, context: { ...one.context, site: { ...one.context.site, rulesId: 'house' } } },
        'Old harbour',
      ),
    );
    const lines = (await fileOf(one.context))
      .trim()
      .split('\n')
      .filter((line) => !line.startsWith('{"site"'));
    const end = { end: { records: lines.length - 2, leftOut: [], leftOutCount: 0 } };
    const text = [...lines.slice(0, -1), JSON.stringify(end)].join('\n');
    const empty = { context: await newContext(), technicianId: '' };
    granted(await bringIn(empty.context, { store: true }, bodyFile(text), UNWATCHED));
    expect((await rulesToday(await afterwards(empty))).name).toBe('Old harbour');
    const used = await newShop('Pell Havering');
    const label = {
      tag: 'W-1',
      type: 'flooded',
      nominalVolts: 12,
      ratings: [],
      c20Ah: 60,
      rcMinutes: null,
      model: '',
      place: '',
      dateCode: '',
      fittedOn: null,
    };
    granted(await registerBattery(used.context, { id: uuidv7(), technicianId: used.technicianId, label }));
    granted(
      await bringIn(
        used.context,
        { store: true, technicianId: used.technicianId },
        bodyFile(text),
        UNWATCHED,
      ),
    );
    expect((await rulesToday(await afterwards(used))).name).toBe(STANDARD_RULES.name);
  });
});
