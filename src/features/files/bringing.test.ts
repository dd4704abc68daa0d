import fc from 'fast-check';
import { succeed } from '@/core/quantity/result';
import { type Bringing, type BringingEvent, bringing, dateOrdersOf, NOTHING_CHOSEN } from './bringing';

const headed = (header: readonly string[], sample: readonly (readonly string[])[] = []) =>
  succeed({ encoding: 'utf-8', header, sample } as const);
const HEAD = headed(['tag', 'ocv_v']);
const fileOf = (name: string) => new File(['tag,ocv_v'], name);
const after = (...events: readonly BringingEvent[]): Bringing => events.reduce(bringing, NOTHING_CHOSEN);
const choose = (importId: string): BringingEvent => ({ kind: 'choose', importId });
const opened = (importId: string): BringingEvent => ({
  kind: 'opened',
  importId,
  file: fileOf(`${importId}.csv`),
  head: HEAD,
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
      kind: 'opened',
      importId: 'a',
      file: fileOf('a.csv'),
      head: headed([]),
    },
  );
  expect(empty).toMatchObject({ step: 'nothing', problems: [{ field: 'file' }] });
  const wide = bringing(
    { step: 'opening', importId: 'a' },
    {
      kind: 'opened',
      importId: 'a',
      file: fileOf('a.csv'),
      head: headed(Array(5000).fill('x')),
    },
  );
  expect(wide).toMatchObject({ step: 'nothing', problems: [{ field: 'columns' }] });
});

it('the order of dates is taken where only one fits, and asked for where two do', () => {
  const file = fileOf('a.csv');
  const with_ = (...dates: readonly string[]) => {
    const head = headed(
      ['tag', 'date'],
      dates.map((date) => ['FH-1', date]),
    );
    const state = bringing({ step: 'opening', importId: 'a' }, { kind: 'opened', importId: 'a', file, head });
    if (state.step !== 'chosen') throw new Error('it has a header');
    return state;
  };
  expect(with_('3/4/2026', '25/4/2026').chosen.dateOrder).toBe('day_first');
  const open = with_('3/4/2026');
  expect(open.chosen.dateOrder).toBeNull();
  expect(dateOrdersOf(open.chosen)).toEqual(['day_first', 'month_first']);
  const answered = bringing(open, { kind: 'read_as', change: { dateOrder: 'month_first' } });
  expect(answered).toMatchObject({ chosen: { dateOrder: 'month_first' } });
  // Another column is another question.
  const mapping = ['tag', null] as const;
  expect(bringing(answered, { kind: 'read_as', change: { mapping } })).toMatchObject({
    chosen: { dateOrder: null },
  });
  expect(dateOrdersOf({ ...open.chosen, mapping })).toBeNull();
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
