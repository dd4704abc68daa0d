import fc from 'fast-check';
import type { StoredRun } from '@/core/exchange/views';
import { newReading, type Reading } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import type { Reply } from '../api';
import type { ReadingKeep, Unsent } from './kept-readings';
import { Outbox } from './outbox';

const ANSWER = { ok: true, value: {} as StoredRun } as const;

const reading = (id: string, runId = 'run'): Reading =>
  newReading(
    'complaint',
    { symptom: 'routine' },
    { id, runId, technicianId: 'maro', takenAtMs: 1, instrument: TYPED },
  );

/** A place where readings are kept, each of whose acts is done when `turn` says so. */
function slowKeep(turn: <T>(what: string, done: T) => Promise<T>, before: readonly Unsent[] = []) {
  const kept = new Map(before.map((unsent) => [unsent.reading.id, unsent]));
  const keep: ReadingKeep = {
    all: () => turn('all', null).then(() => [...kept.values()].sort((a, b) => a.order - b.order)),
    put: (unsent) =>
      turn(`put ${unsent.reading.id}`, null).then(() => void kept.set(unsent.reading.id, unsent)),
    remove: (id) => turn(`remove ${id}`, null).then(() => void kept.delete(id)),
  };
  return { keep, kept };
}

function outboxOn(
  keep: () => Promise<ReadingKeep>,
  send: (sent: Reading) => Promise<Reply<StoredRun>>,
): Outbox {
  return new Outbox({
    keep,
    send,
    inTurn: (work) => work(),
    tell: () => undefined,
    byServerClock: (ms) => Promise.resolve(ms),
    persist: () => undefined,
  });
}

const idsIn = (outbox: Outbox) => outbox.snapshot().unsent.map(({ reading: { id } }) => id);
const macrotask = () => new Promise((resolve) => setTimeout(resolve, 0));

test('what is captured while the place to keep it is opening stays on screen', async () => {
  const held: (() => void)[] = [];
  const { keep } = slowKeep((what, done) =>
    what.startsWith('put') ? new Promise((resolve) => held.push(() => resolve(done))) : Promise.resolve(done),
  );
  const outbox = outboxOn(
    () => Promise.resolve(keep),
    () => new Promise<never>(() => undefined),
  );
  outbox.add(reading('identify'), 'FH-1', 1);
  await macrotask();
  expect(held).toHaveLength(1);
  outbox.add(reading('complaint'), 'FH-1', 2);
  held[0]?.();
  await macrotask();
  expect(idsIn(outbox)).toEqual(['identify', 'complaint']);
  outbox.stop();
});

test('a reading that is given up while its browser is being looked at does not come back', async () => {
  const answers: (() => void)[] = [];
  const waiting: Unsent = { reading: reading('a'), tag: '', order: 1, capturedAtMs: 1, refused: [] };
  const { keep } = slowKeep((_, done) => Promise.resolve(done), [waiting]);
  let looks = 0;
  const outbox = outboxOn(
    () =>
      Promise.resolve({
        ...keep,
        all: async () => {
          const seen = await keep.all();
          if (looks++ > 0) await new Promise<void>((resolve) => answers.push(resolve));
          return seen;
        },
      }),
    () => Promise.resolve(ANSWER),
  );
  await macrotask();
  expect(idsIn(outbox)).toEqual(['a']);
  const looked = outbox.look();
  await macrotask();
  await outbox.discard('a');
  for (const answer of answers.splice(0)) answer();
  await looked;
  expect(idsIn(outbox)).toEqual([]);
  outbox.stop();
});

test('in whatever order the browser and the server get round to it, nothing captured is missing from the screen before it is stored, and each run goes in order', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.scheduler(),
      fc.array(fc.record({ run: fc.constantFrom('one', 'two'), wait: fc.nat(3), look: fc.boolean() }), {
        minLength: 1,
        maxLength: 6,
      }),
      async (scheduler, captures) => {
        const { keep } = slowKeep((what, done) => scheduler.schedule(Promise.resolve(done), what));
        const stored: Reading[] = [];
        const open = new Set<string>();
        const outbox = outboxOn(
          () => scheduler.schedule(Promise.resolve(keep), 'open'),
          async (sent) => {
            await scheduler.schedule(Promise.resolve(), `send ${sent.id}`);
            stored.push(sent);
            open.delete(sent.id);
            return ANSWER;
          },
        );
        const missing: string[] = [];
        outbox.subscribe(() => missing.push(...[...open].filter((id) => !idsIn(outbox).includes(id))));
        const looks: Promise<void>[] = [];
        for (const [at, { run, wait, look }] of captures.entries()) {
          const id = `${run} ${at}`;
          open.add(id);
          outbox.add(reading(id, run), '', at);
          if (look) looks.push(outbox.look());
          for (let turn = 0; turn < wait; turn++) {
            await macrotask();
            if (scheduler.count() > 0) await scheduler.waitOne();
          }
        }
        // Bounded, so that a reading that is never sent is told as missing.
        for (let turn = 0; turn < 200 && scheduler.count() + open.size > 0; turn++) {
          await macrotask();
          if (scheduler.count() > 0) await scheduler.waitOne();
        }
        await Promise.all(looks);
        outbox.stop();
        expect(missing).toEqual([]);
        for (const run of ['one', 'two']) {
          const sent = stored.filter(({ runId }) => runId === run).map(({ id }) => id);
          const captured = captures.flatMap((capture, at) => (capture.run === run ? [`${run} ${at}`] : []));
          expect([...new Set(sent)]).toEqual(captured);
        }
      },
    ),
    { numRuns: 150 },
  );
});
