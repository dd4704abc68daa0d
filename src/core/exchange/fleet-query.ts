import { VERDICTS, type Verdict } from '../assessment/verdict';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';

/** What the fleet can be sorted by: what it is called, and whether the greatest usually stands first. */
export const FLEET_SORTS = {
  waiting: { label: 'What waiting costs', falling: true },
  failing: { label: 'Chance to fail in 90 days', falling: true },
  crossing: { label: 'When it crosses the line', falling: false },
  slope: { label: 'How fast it ages', falling: false },
  health: { label: 'Health', falling: false },
  check: { label: 'Next check', falling: false },
  tested: { label: 'Last test', falling: true },
} as const;
export type FleetSort = keyof typeof FLEET_SORTS;

/** What a row of the fleet can show, beside its tag. */
export const FLEET_COLUMNS = {
  where: { label: 'Where', sort: null },
  verdict: { label: 'Verdict', sort: null },
  health: { label: 'Health', sort: 'health' },
  slope: { label: 'A year', sort: 'slope' },
  crossing: { label: 'Crosses the line', sort: 'crossing' },
  failing: { label: 'Fails, 90 d', sort: 'failing' },
  waiting: { label: 'Waiting costs', sort: 'waiting' },
  check: { label: 'Next check', sort: 'check' },
  tested: { label: 'Last test', sort: 'tested' },
  rating: { label: 'Rating', sort: null },
  fitted: { label: 'Fitted on', sort: null },
  model: { label: 'Model', sort: null },
} as const satisfies Record<string, { readonly label: string; readonly sort: FleetSort | null }>;
export type FleetColumn = keyof typeof FLEET_COLUMNS;

/** Where the units are that are asked for: at work, standing unused, all but the scrapped, or scrapped. */
export const FLEET_PLACES = {
  work: 'In vehicles',
  shelf: 'Not in a vehicle',
  all: 'All but scrapped',
  scrapped: 'Scrapped',
} as const;
export type FleetPlace = keyof typeof FLEET_PLACES;

/** What the fleet can be counted by. */
export const FLEET_GROUPS = { none: 'Not grouped', type: 'By type', verdict: 'By verdict' } as const;
export type FleetGroup = keyof typeof FLEET_GROUPS;

/** How the fleet is asked for: which units, in which order, with which columns. */
export interface FleetQuery {
  readonly sort: FleetSort;
  readonly falling: boolean;
  readonly place: FleetPlace;
  readonly words: string;
  /** Only these; none: all. */
  readonly verdict: Verdict | null;
  readonly type: Construction | null;
  readonly columns: readonly FleetColumn[];
  readonly group: FleetGroup;
}

const WORDS_LENGTH = 80;
const USUAL_COLUMNS: readonly FleetColumn[] = ['where', 'verdict', 'health', 'crossing', 'failing'];

/** How the fleet is asked for by one of the questions that it answers as a list, before anybody asks otherwise. */
export const LIST_QUESTIONS = {
  first: usual('waiting', 'work', ['waiting', 'check']),
  aging: usual('slope', 'all', ['slope', 'check']),
  winter: usual('crossing', 'work', ['slope', 'waiting']),
  due: usual('check', 'all', ['check', 'tested']),
} as const satisfies Record<string, FleetQuery>;
export type ListQuestion = keyof typeof LIST_QUESTIONS;

function usual(sort: FleetSort, place: FleetPlace, more: readonly FleetColumn[]): FleetQuery {
  return {
    sort,
    falling: FLEET_SORTS[sort].falling,
    place,
    words: '',
    verdict: null,
    type: null,
    columns: [...USUAL_COLUMNS, ...more],
    group: 'none' as const,
  };
}

const known = <T extends string>(words: object, word: string | undefined): T | undefined =>
  word !== undefined && Object.hasOwn(words, word) ? (word as T) : undefined;

/** How an address asks for the fleet; whatever it does not say, or says in no word of ours, is as its question has it. */
export function fleetQueryFrom(
  query: Readonly<Record<string, string | undefined>>,
  question: ListQuestion,
): FleetQuery {
  const begun = LIST_QUESTIONS[question];
  const sort = known<FleetSort>(FLEET_SORTS, query.sort) ?? begun.sort;
  const usually = sort === begun.sort ? begun.falling : FLEET_SORTS[sort].falling;
  const columns = query.columns?.split(',').flatMap((word) => known<FleetColumn>(FLEET_COLUMNS, word) ?? []);
  return {
    sort,
    falling: query.order === undefined ? usually : query.order === 'falling',
    place: known<FleetPlace>(FLEET_PLACES, query.place) ?? begun.place,
    words: (query.words ?? '').trim().slice(0, WORDS_LENGTH),
    verdict: VERDICTS.find((verdict) => verdict === query.verdict) ?? null,
    type: CONSTRUCTIONS.find((type) => type === query.type) ?? null,
    columns: columns && columns.length > 0 ? [...new Set(columns)] : begun.columns,
    group: known<FleetGroup>(FLEET_GROUPS, query.group) ?? 'none',
  };
}

/** The same as an address says it: only what differs from its question. */
export function fleetQueryText(asked: FleetQuery, question: ListQuestion): string {
  const begun = LIST_QUESTIONS[question];
  const usually = asked.sort === begun.sort ? begun.falling : FLEET_SORTS[asked.sort].falling;
  const said: readonly (readonly [string, string, boolean])[] = [
    ['sort', asked.sort, asked.sort !== begun.sort],
    ['order', asked.falling ? 'falling' : 'rising', asked.falling !== usually],
    ['place', asked.place, asked.place !== begun.place],
    ['words', asked.words, asked.words !== ''],
    ['verdict', asked.verdict ?? '', asked.verdict !== null],
    ['type', asked.type ?? '', asked.type !== null],
    ['columns', asked.columns.join(), asked.columns.join() !== begun.columns.join()],
    ['group', asked.group, asked.group !== 'none'],
  ];
  return new URLSearchParams(said.flatMap(([name, value, is]) => (is ? [[name, value]] : []))).toString();
}
