import fc from 'fast-check';
import { succeed } from '@/core/quantity/result';
import { type Bringing, type BringingEvent, bringing, NOTHING_CHOSEN } from './bringing';

const headed = (header: readonly string[]) => succeed({ encoding: 'utf-8', header } as const);
const HEAD = headed(['tag', 'ocv_v']);
const fileOf = (name: string) => new File(['tag,ocv_v'], name);
const after = (...events: readonly BringingEvent[]): Bringing => events.reduce(bringing, NOTHING_CHOSEN);
const choose = (importId: string): BringingEvent => ({ kind: 'choose', importId });
const opened = (importId: string): BringingEvent => ({
  ...{ kind: 'opened', importId, file: fileOf(`${importId}.csv`), head: HEAD },
});
const nameIn = (state: Bringing) => ('chosen' in state ? state.chosen.file.name : null);

it('of two files chosen quickly the last one counts, whichever is opened first', () => {
  expect(nameIn(after(choose('a'), choose('b'), opened('b'), opened('a')))).toBe('b.csv');
  expect(nameIn(after(choose('a'), choose('b'), opened('a'), opened('b')))).toBe('b.csv');
});

it('a file chosen while another is stored is not taken, and storing goes on', () => {
  const storing = after(choose('a'), opened('a'), { kind: 'store' }, { kind: 'stored', runs: 40 });
  const later = [choose('b'), opened('b')].reduce(bringing, storing);
  expect(later).toMatchObject({ step: 'storing', stored: 40 });
  expect(nameIn(later)).toBe('a.csv');
  expect(bringing(later, { kind: 'ended', problems: [] })).toEqual(NOTHING_CHOSEN);
});

it('a file that could not be stored stays chosen, with what was wrong', () => {
  const wrong = { field: 'import', found: '', expected: '', message: 'Stopped. Nothing was stored.' };
  const state = after(choose('a'), opened('a'), { kind: 'store' }, { kind: 'ended', problems: [wrong] });
  expect(state).toMatchObject({ step: 'chosen', problems: [wrong] });
});

it('a file without a header, or with more columns than are read, is told', () => {
  const empty = bringing(
    { step: 'opening', importId: 'a' },
    {
      ...{ kind: 'opened', importId: 'a', file: fileOf('a.csv'), head: headed([]) },
    },
  );
  expect(empty).toMatchObject({ step: 'nothing', problems: [{ field: 'file' }] });
  const wide = bringing(
    { step: 'opening', importId: 'a' },
    {
      ...{ kind: 'opened', importId: 'a', file: fileOf('a.csv'), head: headed(Array(5000).fill('x')) },
    },
  );
  expect(wide).toMatchObject({ step: 'nothing', problems: [{ field: 'columns' }] });
});

it('whatever happens in whatever order, what is stored was chosen, and only its end ends storing', () => {
  const id = fc.constantFrom('a', 'b', 'c');
  const event: fc.Arbitrary<BringingEvent> = fc.oneof(
    id.map(choose),
    id.map(opened),
    fc.constant<BringingEvent>({ kind: 'store' }),
    fc.nat(9).map((runs): BringingEvent => ({ kind: 'stored', runs })),
    fc.constant<BringingEvent>({ kind: 'ended', problems: [] }),
  );
  fc.assert(
    fc.property(fc.array(event, { maxLength: 30 }), (events) => {
      let state = NOTHING_CHOSEN;
      for (const each of events) {
        const next = bringing(state, each);
        if (next.step === 'storing' && state.step !== 'storing') {
          expect([state.step, each.kind]).toEqual(['chosen', 'store']);
          expect(nameIn(next)).toBe(nameIn(state));
        }
        if (state.step === 'storing' && next.step !== 'storing') expect(each.kind).toBe('ended');
        state = next;
      }
    }),
  );
});
