import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { NO_ENTRY_BEFORE } from '../src/core/people/journal';
import { appendToJournal, journaled } from '../src/store/journal';
import { openStore } from '../src/store/open';
import { addTechnician } from '../src/store/technicians';
import { journalIn } from './check-journal';

const ACTS = 30;

/** A store in whose journal some acts stand, and a connection that knows nothing of its rules. */
async function written(): Promise<{ readonly client: Client; readonly file: string }> {
  const file = join(mkdtempSync(join(tmpdir(), 'integra-journal-')), 'x.db');
  const store = await openStore(`file:${file}`);
  for (let at = 1; at <= ACTS; at++)
    await store.write((transaction) =>
      appendToJournal(transaction, {
        atMs: at,
        personId: 'p',
        device: null,
        act: 'POST /api/runs',
        subjectKind: 'run',
        subjectId: `r${at}`,
        said: '{}',
        reason: null,
      }),
    );
  await store.close();
  return { client: createClient({ url: `file:${file}` }), file };
}

describe('the journal of a database', () => {
  it('is refused to be changed or shortened by the database itself', async () => {
    const { client } = await written();
    await expect(client.execute("update journal set said = 'x' where number = 3")).rejects.toThrow(
      'never changed',
    );
    await expect(client.execute('delete from journal where number = 30')).rejects.toThrow('never shortened');
    expect(await journalIn(client)).toMatchObject({ entries: ACTS, broken: null });
  });

  it('names the first entry that was changed behind its back', async () => {
    const { client } = await written();
    await client.execute('drop trigger journal_keeps_what_was_said');
    await client.execute("update journal set person_id = 'somebody else' where number in (7, 20)");
    expect(await journalIn(client)).toMatchObject({
      entries: 6,
      broken: { number: 7, why: 'it is not what was written' },
    });
  });

  it('names the first entry that was taken out', async () => {
    const { client } = await written();
    await client.execute('drop trigger journal_keeps_all');
    await client.execute('delete from journal where number = 12');
    expect(await journalIn(client)).toMatchObject({ entries: 11, broken: { number: 12 } });
  });

  it('of a database from before there was one is empty', async () => {
    const client = createClient({
      url: `file:${join(mkdtempSync(join(tmpdir(), 'integra-none-')), 'x.db')}`,
    });
    expect(await journalIn(client)).toEqual({ entries: 0, hash: NO_ENTRY_BEFORE, broken: null });
  });
});

describe('a store that writes a journal', () => {
  const act = () => ({
    atMs: 1,
    personId: 'p',
    device: null,
    act: 'POST /api/technicians',
    subjectKind: 'person' as const,
    subjectId: null,
    said: '',
    reason: null,
  });
  const entriesOf = async (file: string) => (await journalIn(createClient({ url: `file:${file}` }))).entries;

  it('notes what changed something, once, and nothing of what changed nothing or failed', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'integra-noted-')), 'x.db');
    const store = await openStore(`file:${file}`);
    const person = { id: '01900000-0000-7000-8000-000000000001', name: 'Maro Tindell' };
    const first = journaled(store, act);
    await addTechnician(first, person, 1);
    await addTechnician(first, { ...person, id: person.id.replace(/1$/, '2'), name: 'Pell' }, 1);
    expect(await entriesOf(file)).toBe(1);
    // Sent again it changes nothing.
    await addTechnician(journaled(store, act), person, 1);
    expect(await entriesOf(file)).toBe(1);
    const failed = journaled(store, act).write(async (transaction) => {
      await appendToJournal(transaction, act());
      throw new Error('it did not come to that');
    });
    await expect(failed).rejects.toThrow();
    expect(await entriesOf(file)).toBe(1);
    await store.close();
  });
});
