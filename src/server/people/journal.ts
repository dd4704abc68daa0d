import 'server-only';
import type { JournalLine, JournalView } from '@/core/exchange/people-views';
import type { JournalEntry } from '@/core/people/journal';
import { journalAfter, journalPage, runIdsOf } from '@/store/journal';
import { allPeople, enrolledDevices } from '@/store/people';
import type { Context } from '../context';

const PAGE = 60;
const AT_ONCE = 2000;
/** Runs of a battery whose acts are shown with its own. */
const MOST_RUNS = 200;

/** What of the journal is asked for. */
export interface JournalWanted {
  readonly personId: string | null;
  /** A battery, with its runs; a vehicle, a run, a person. */
  readonly aboutId: string | null;
  readonly beforeNumber: number | null;
}

/** A page of the journal, the newest first. Whoever does not lead sees what they did themselves. */
export async function journalView(context: Context, wanted: JournalWanted): Promise<JournalView> {
  const { role, actor, store } = context;
  const isLead = role === 'lead';
  const personId = isLead ? wanted.personId : (actor ?? '');
  return store.read(async (database) => {
    const { aboutId, beforeNumber } = wanted;
    const runs = aboutId === null ? [] : await runIdsOf(database, aboutId, MOST_RUNS);
    const subjectIds = aboutId === null ? null : [aboutId, ...runs];
    const entries = await journalPage(database, { personId, subjectIds, beforeNumber }, PAGE + 1);
    const devices = new Map((await enrolledDevices(database)).map(({ id, name }) => [id, name]));
    const people = isLead ? await allPeople(database) : [];
    const shown = entries.slice(0, PAGE);
    return {
      isLead,
      lines: shown.map((entry) => lineOf(entry, devices)),
      people: people.map(({ id, name }) => ({ id, name })),
      nextBefore: entries.length > PAGE ? (shown.at(-1)?.number ?? null) : null,
    };
  });
}

const lineOf = (entry: JournalEntry, devices: ReadonlyMap<string, string>): JournalLine => {
  const { number, atMs, personId, device, act, subjectKind, subjectId, said, reason } = entry;
  return {
    number,
    atMs,
    personId,
    act,
    subjectKind,
    subjectId,
    said,
    reason,
    device: device === null ? null : (devices.get(device) ?? device),
  };
};

/** The journal as JSON lines, in the order in which it was written; for whoever does not lead only their own acts. */
export async function* journalLines({ role, actor, store }: Context): AsyncGenerator<string> {
  for (let after = 0; ; ) {
    const some = await store.read((database) => journalAfter(database, after, AT_ONCE));
    const theirs = role === 'lead' ? some : some.filter(({ personId }) => personId === actor);
    yield theirs.map((entry) => `${JSON.stringify(entry)}\n`).join('');
    if (some.length < AT_ONCE) return;
    after = some.at(-1)?.number ?? after;
  }
}
