import 'server-only';
import type { JournalSoundness } from '@/core/exchange/people-views';
import { JournalWalk } from '@/core/people/journal';
import { succeed } from '@/core/quantity/result';
import { journalAfter } from '@/store/journal';
import type { Answer } from '../answer';
import { changed } from '../changes';
import type { Context } from '../context';

/** So many entries are held against their hashes before others have their turn. */
const AT_ONCE = 500;

// One for the process: whoever finds a journal broken, by hand or with the copy of the night, every Floor is told.
const shared = globalThis as typeof globalThis & { integraJournalBroken?: number | null };

/** Remembers what a look at the journal came to: the first entry that is not as it was written, null where all are. */
export function noteJournal(brokenAt: number | null): void {
  if ((shared.integraJournalBroken ?? null) === brokenAt) return;
  shared.integraJournalBroken = brokenAt;
  changed('all');
}

/** What the last look at the journal found, in words for the Floor. */
export function journalWarnings(): string[] {
  const brokenAt = shared.integraJournalBroken ?? null;
  return brokenAt === null
    ? []
    : [
        `The journal is not as it was written from entry ${brokenAt} on: somebody changed the data beside Integra.`,
      ];
}

/** Holds the whole journal against its own hashes, entry by entry. */
export async function journalCheck({ store }: Context): Promise<Answer<JournalSoundness>> {
  const walk = new JournalWalk();
  for (let after = 0; ; ) {
    const some = await store.read((database) => journalAfter(database, after, AT_ONCE));
    for (const entry of some) {
      const broken = walk.take(entry);
      if (broken) {
        noteJournal(broken.number);
        return succeed({ entries: walk.sound().entries, broken });
      }
      after = entry.number;
    }
    if (some.length < AT_ONCE) break;
    await new Promise((go) => setImmediate(go));
  }
  noteJournal(null);
  return succeed({ entries: walk.sound().entries, broken: null });
}
