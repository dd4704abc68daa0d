import 'server-only';
import { tz } from '@date-fns/tz';
import type { Static } from '@sinclair/typebox';
import { format } from 'date-fns';
import { BatteryLabelSchema } from '@/core/battery/battery-label';
import { ownReference } from '@/core/battery/own-reference';
import { checkShape } from '@/core/exchange/check-shape';
import type {
  BatteryInList,
  BatteryRecord,
  BatteryStory,
  FoundBattery,
  RunOfStory,
  RunSummary,
} from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { foundAndLeft } from '@/core/steps/course';
import type { Reading } from '@/core/steps/reading';
import {
  addBattery,
  batteryById,
  batteryByTag,
  changeBattery,
  countBatteries,
  searchBatteries,
} from '@/store/batteries';
import { isAlreadyThere } from '@/store/fault';
import { firstTestsOf } from '@/store/references';
import { loadsOfBattery, openVoltagesOfBattery, runsOfBattery } from '@/store/runs';
import type { Whereabouts } from '@/store/search';
import { slotsOfBatteries, slotsOfBattery } from '@/store/vehicles';
import { type Answer, refused, refusedSaying } from './answer';
import { besideLines, lanesBeneath } from './beside';
import { changed } from './changes';
import type { Context } from './context';
import { arrivalUnderWay } from './import-job';
import { heldStory, outlookStory } from './outlook-story';
import { rulesToday } from './rules';

const Uuid = Type.String({ format: 'uuid' });
const BatteryWrite = Type.Object(
  { id: Uuid, technicianId: Uuid, label: BatteryLabelSchema },
  { additionalProperties: false },
);

const BatteryCorrection = Type.Object(
  {
    ...BatteryWrite.properties,
    seenRevision: Type.Integer({ minimum: 1, maximum: 1_000_000_000, description: 'label that was seen' }),
  },
  { additionalProperties: false },
);

/** Runs that the Battery page shows; older ones are counted on pages of their own. */
const RUNS_SHOWN = 100;
const PAGE_SIZE = 50;

/** Registers a battery by its label. The tag must be new. */
export function registerBattery(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  return writing(BatteryWrite, input, async (battery, { technicianId }) => {
    await addBattery(context.store, battery, technicianId, context.now());
    changed('registered');
    return succeed({ id: battery.id });
  });
}

/**
 * Puts a battery's label right. Whoever does says which label was seen: one that somebody put right meanwhile stays as
 * it is, and is told. Runs already made keep the assessments that they ended with.
 */
export function correctBattery(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  return writing(BatteryCorrection, input, async (battery, { technicianId, seenRevision }) => {
    const change = await changeBattery(
      context.store,
      { ...battery, seenRevision },
      technicianId,
      context.now(),
    );
    if (change.kind === 'missing') return refused('missing', 'id', battery.id, 'a registered battery');
    if (change.kind === 'overtaken') return refusedSaying('conflict', 'seenRevision', OVERTAKEN);
    changed('all');
    return succeed({ id: battery.id });
  });
}

const OVERTAKEN =
  'Somebody else has put this label right meanwhile. Nothing was stored: load the page again and look at theirs first.';

async function writing<S extends typeof BatteryWrite | typeof BatteryCorrection>(
  schema: S,
  input: unknown,
  write: (battery: BatteryRecord, asked: Static<S>) => Promise<Answer<{ id: string }>>,
): Promise<Answer<{ id: string }>> {
  const checked = checkShape(schema, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, label } = checked.value;
  const standards = label.ratings.map(({ standard }) => standard);
  const twice = standards.find((standard, index) => standards.indexOf(standard) !== index);
  if (twice) return refused('input', 'label/ratings', `${twice} twice`, 'one figure a standard');
  if (tidyLine(label.tag) === '') return refused('input', 'label/tag', label.tag, 'a tag that can be seen');
  try {
    return await write({ id, ...label } as BatteryRecord, checked.value);
  } catch (error) {
    if (!isAlreadyThere(error)) throw error;
    const arriving = arrivalUnderWay();
    const other = `Tag ${label.tag} belongs to another battery already`;
    return refusedSaying(
      'conflict',
      'label/tag',
      arriving ? `${other}, or to one that is just coming in.` : `${other}.`,
    );
  }
}

/** Batteries that a scan could mean, when none has just that tag. */
const MOST_SIMILAR = 6;

/** The battery with this tag, compared without regard to case and stray blanks, else those whose tag contains it. */
export async function findBattery(context: Context, tag: string): Promise<Answer<FoundBattery>> {
  if (tag.trim() === '') return refused('input', 'tag', tag, 'a tag');
  const { store } = context;
  const exact = await batteryByTag(store, tag);
  if (!exact) {
    const { batteries } = await searchBatteries(store, tag, null, MOST_SIMILAR);
    return succeed<FoundBattery>({ exact: null, similar: batteries });
  }
  const [newest] = await runsOfBattery(store, exact.id, 1);
  return succeed<FoundBattery>({ exact: { battery: exact, newest: newest ?? null }, similar: [] });
}

/** More lines over each other cannot be told apart. */
const LOADS_SHOWN = 6;

/** Open voltages that are looked at: a run has one or two. */
const OPENED_READ = 3 * RUNS_SHOWN;

function openedAndLeft(byRun: ReadonlyMap<string, Reading[]>): BatteryStory['opened'] {
  return Object.fromEntries(
    [...byRun].flatMap(([runId, readings]) => {
      const [course] = foundAndLeft(readings);
      if (course?.found.kind !== 'open_circuit' || course.left?.kind !== 'open_circuit') return [];
      return [[runId, [course.found.data.volts, course.left.data.volts] as const]];
    }),
  );
}

/** A battery with its runs, the newest first, its recorded loads, and where it has been. */
export async function batteryStory(context: Context, id: string): Promise<BatteryStory | undefined> {
  const { store } = context;
  const battery = await batteryById(store, id);
  if (!battery) return undefined;
  const firstTests = (await store.read((database) => firstTestsOf(database, [battery]))).get(id) ?? [];
  const reference = ownReference(firstTests);
  const rules = await rulesToday(context);
  const [nowMs, slots] = [context.now(), await slotsOfBattery(store, id)];
  const outlook = await store.read((database) => outlookStory(database, id, rules, nowMs));
  const fromMs = outlook?.fan[0]?.atMs ?? nowMs;
  const runs = (await runsOfBattery(store, id, RUNS_SHOWN)).map(inStory);
  return {
    battery: reference ? { ...battery, reference } : battery,
    firstTests,
    today: format(context.now(), 'yyyy-MM-dd', { in: tz(context.site.zone) }),
    runs,
    loads: await loadsOfBattery(store, id, LOADS_SHOWN),
    slots,
    opened: openedAndLeft(await openVoltagesOfBattery(store, id, OPENED_READ)),
    rules,
    outlook,
    held: await store.read((database) => heldStory(database, battery, { runs, rules, nowMs })),
    beside:
      outlook === null
        ? []
        : await store.read((database) =>
            besideLines(database, battery, { rules, nowMs, fromMs, climate: context.site.climate }),
          ),
    beneath: await store.read((database) => lanesBeneath(database, id, { slots, nowMs })),
  };
}

/** A page shows a hundred runs: what each rests on stays behind. */
function inStory({ run, assessment, unreadable }: Omit<RunSummary, 'battery'>): RunOfStory {
  const told = unreadable === undefined ? { run } : { run, unreadable };
  if (!assessment) return { ...told, assessment };
  const { evidence: _evidence, ...shown } = assessment;
  return { ...told, assessment: shown };
}

/** A page of the batteries that match the words, by tag. */
export interface BatteryPage {
  readonly batteries: readonly BatteryInList[];
  /** How many match on all pages. */
  readonly total: number;
  /** The tag to go back from, and the one to go on after; null at the ends of the list. */
  readonly earlier: string | null;
  readonly later: string | null;
}

/** The page of the batteries that begins after a tag, or ends before one; what lies beyond the list is its last page. */
export async function batteryPage(context: Context, words: string, where: Whereabouts): Promise<BatteryPage> {
  const { store } = context;
  const found = await searchBatteries(store, words, where, PAGE_SIZE);
  if (found.batteries.length === 0 && where) {
    return batteryPage(context, words, 'after' in where ? BEFORE_THE_END : null);
  }
  const backwards = where !== null && 'before' in where;
  const [first, last] = found.ends;
  const whole = where === BEFORE_THE_END;
  const slots = await slotsOfBatteries(
    store,
    found.batteries.map(({ id }) => id),
  );
  return {
    batteries: found.batteries.map((battery) => ({ ...battery, slots: slots.get(battery.id) ?? [] })),
    total: await countBatteries(store, words),
    earlier: (backwards ? found.more : where !== null) ? first : null,
    later: (backwards ? !whole : found.more) ? last : null,
  };
}

/** Behind every tag there is. */
const BEFORE_THE_END: Whereabouts = { before: '\u{10ffff}' };
