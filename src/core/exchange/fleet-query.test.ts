import fc from 'fast-check';
import { VERDICTS } from '../assessment/verdict';
import { CONSTRUCTIONS } from '../battery/construction';
import {
  FLEET_COLUMNS,
  FLEET_GROUPS,
  FLEET_PLACES,
  FLEET_SORTS,
  type FleetColumn,
  type FleetGroup,
  type FleetPlace,
  type FleetQuery,
  type FleetSort,
  fleetQueryFrom,
  fleetQueryText,
  LIST_QUESTIONS,
  type ListQuestion,
} from './fleet-query';

const keys = <T extends string>(words: Readonly<Record<T, unknown>>) => Object.keys(words) as T[];
const question = fc.constantFrom(...keys<ListQuestion>(LIST_QUESTIONS));
const asked: fc.Arbitrary<FleetQuery> = fc.record({
  sort: fc.constantFrom(...keys<FleetSort>(FLEET_SORTS)),
  falling: fc.boolean(),
  place: fc.constantFrom(...keys<FleetPlace>(FLEET_PLACES)),
  words: fc.string({ maxLength: 80 }).map((text) => text.trim()),
  verdict: fc.option(fc.constantFrom(...VERDICTS)),
  type: fc.option(fc.constantFrom(...CONSTRUCTIONS)),
  columns: fc.uniqueArray(fc.constantFrom(...keys<FleetColumn>(FLEET_COLUMNS)), { minLength: 1 }),
  group: fc.constantFrom(...keys<FleetGroup>(FLEET_GROUPS)),
});
const read = (text: string, of: ListQuestion) =>
  fleetQueryFrom(Object.fromEntries(new URLSearchParams(text)), of);

describe('the address of a list of the fleet', () => {
  it('says what is asked for, whatever that is, and nothing that its question has anyway', () => {
    fc.assert(
      fc.property(asked, question, (one, of) => {
        expect(read(fleetQueryText(one, of), of)).toEqual(one);
      }),
    );
    for (const of of keys<ListQuestion>(LIST_QUESTIONS)) {
      expect(fleetQueryText(LIST_QUESTIONS[of], of)).toBe('');
      expect(read('', of)).toEqual(LIST_QUESTIONS[of]);
    }
  });

  it('turns an order the way it usually stands until somebody turns it', () => {
    expect(read('sort=failing', 'due')).toMatchObject({ sort: 'failing', falling: true });
    expect(read('sort=failing&order=rising', 'due')).toMatchObject({ falling: false });
    expect(read('sort=check', 'first')).toMatchObject({ falling: false });
  });

  it('takes no word that is not ours', () => {
    expect(
      read('sort=constructor&place=toString&verdict=x&type=lithium&columns=a,b&group=', 'first'),
    ).toEqual(LIST_QUESTIONS.first);
    expect(read('columns=health,nonsense,health', 'first').columns).toEqual(['health']);
    expect(read(`words=${'x'.repeat(500)}`, 'first').words).toHaveLength(80);
  });
});
