import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { noEvidence } from '@/core/assessment/evidence';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { sampleStore } from './demo/sample.test-support';
import { openStore, type Store } from './open';
import { addRules, countHistory, historyPage, newestRules, rulesVersion, rulesVersions } from './rules';
import { addTechnician } from './technicians';

let store: Store;
const authorId = uuidv7();
const house = { ...STANDARD_RULES, id: 'house' };
const made = (seenVersion: number, name = 'Ours') => ({
  rules: { ...house, name },
  seenVersion,
  reason: 'because',
  authorId,
  madeAtMs: 5,
});

const newFile = () => join(mkdtempSync(join(tmpdir(), 'integra-rules-')), 'x.db');
afterEach(() => store.close());

describe('versions of the house rules', () => {
  beforeEach(async () => {
    store = await openStore(`file:${newFile()}`);
    await addTechnician(store, { id: authorId, name: 'Somebody else' }, 1);
  });

  it('are counted from one, kept whole, and listed newest first with author and reason', async () => {
    expect(await store.read((database) => newestRules(database, 'house'))).toBeUndefined();
    expect(await addRules(store, made(0))).toMatchObject({ id: 'house', version: 1 });
    expect(await addRules(store, made(1, 'Ours, later'))).toMatchObject({ version: 2 });
    const versions = await rulesVersions(store, 'house');
    expect(versions.map(({ rules }) => rules.version)).toEqual([2, 1]);
    expect(versions[0]).toMatchObject({ reason: 'because', authorId, madeAtMs: 5 });
    expect(await store.read((database) => rulesVersion(database, 'house', 1))).toEqual({
      ...made(0).rules,
      version: 1,
    });
    expect(await store.read((database) => newestRules(database, 'house'))).toMatchObject({
      name: 'Ours, later',
    });
  });

  it('are not overwritten by somebody who has not seen the newest', async () => {
    await addRules(store, made(0));
    const [one, other] = await Promise.all([
      addRules(store, made(1, 'one')),
      addRules(store, made(1, 'other')),
    ]);
    expect([one, other].filter((saved) => saved === undefined)).toHaveLength(1);
    expect(await rulesVersions(store, 'house')).toHaveLength(2);
  });
});

describe('the history', () => {
  beforeEach(async () => {
    store = await sampleStore(newFile(), 0.3);
  });

  it('comes in stretches that together hold every finished run once', async () => {
    const total = await countHistory(store);
    expect(total).toBeGreaterThan(80);
    const seen: string[] = [];
    let after: string | null = '';
    while (after !== null) {
      const page: Awaited<ReturnType<typeof historyPage>> = await historyPage(store, after, 30);
      expect(page.runs.length).toBeLessThanOrEqual(30);
      seen.push(...page.runs.map(({ runId }) => runId));
      after = page.next;
    }
    expect(seen).toHaveLength(total);
    expect(new Set(seen).size).toBe(total);
  });

  it('brings evidence of an earlier day up to what is asked today', async () => {
    const { runs } = await historyPage(store, '', 1);
    const [run] = runs;
    if (!run) throw new Error('there is history');
    expect(Object.keys(run.evidence).sort()).toEqual(Object.keys(noEvidence(run.evidence.battery)).sort());
  });
});
