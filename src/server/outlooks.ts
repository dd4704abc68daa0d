import 'server-only';
import { setImmediate as turn } from 'node:timers/promises';
import { type BatterySpec, specOf } from '@/core/battery/battery';
import { crankingRating } from '@/core/battery/cranking-rating';
import { dutyOf } from '@/core/battery/duty';
import type { Climate } from '@/core/battery/length-of-life';
import type { OutlookStory } from '@/core/exchange/views';
import { fanOf } from '@/core/history/fan';
import { type FleetLearned, NOTHING_LEARNED, type UnitHistory } from '@/core/history/fleet-learning';
import { outlookOf } from '@/core/history/forecast-unit';
import { NO_STRAIN, type Strain, type VehicleFaultOpen } from '@/core/history/hazard';
import { figuresOf, type OutlookAsked } from '@/core/history/kept-outlook';
import { type LinePoint, middleLine } from '@/core/history/kind-line';
import { type KnownOffset, withKnownOffset } from '@/core/history/known-offset';
import { isTold } from '@/core/history/leftover';
import { costOfFailing, STANDARD_COSTS } from '@/core/planning/costs';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import type { Cause } from '@/core/vehicle/cause';
import { usualCrankAmps } from '@/core/vehicle/engine';
import { isDangerous } from '@/core/vehicle/vehicle';
import { correctionsInForce } from '@/store/corrections';
import type { Database, Store, Transaction } from '@/store/open';
import { outdateAll, outdated, takeOn } from '@/store/outdate';
import {
  keepLearned,
  keepOutlooks,
  learnedOf,
  type ReadBattery,
  readBatteries,
  readTwice,
} from '@/store/outlooks';
import { newestRules } from '@/store/rules';
import { siteOf } from '@/store/sites';
import { tagsOfVehicle, vehicleById, vehicleOfBattery } from '@/store/vehicles';
import { onChange } from './changes';
import { openCautions } from './check-cautions';
import type { Log } from './context';
import type { Settings } from './settings';
import { offLoop } from './threads';

/** Batteries that are worked out by one thread at a time, and written at once: little enough for a capture to pass between two. */
const AT_ONCE = 25;
const THREADS = 2;
/** What a fleet says of itself is worked out anew after so long, and from so many units at most. */
const LEARNED_FOR_MS = 24 * 3_600_000;
const MOST_UNITS = 5000;
const UNITS_READ_AT_ONCE = 25;
const FLEET = 'fleet';

/** What keeps outlooks up to date: the store, a clock, and where what goes wrong is told. */
export interface OutlookKeeper {
  readonly settings: Settings;
  readonly store: Store;
  readonly now: () => number;
  readonly log: Pick<Log, 'error'>;
}

/**
 * Works out anew what is expected of batteries whose runs have changed, whenever something changes, one after another and
 * between captures. Answers with what ends it.
 */
export function keepOutlooksFresh(keeper: OutlookKeeper): () => void {
  let running = false;
  let again = true;
  let ended = false;
  const run = async () => {
    again = true;
    if (running || ended) return;
    running = true;
    try {
      while (again && !ended) {
        again = false;
        await renewOutlooks(keeper, () => !ended);
      }
    } catch (error) {
      // It is tried again with the next change.
      if (!ended) keeper.log.error(error);
    } finally {
      running = false;
    }
  };
  void run();
  const leave = onChange(() => void run());
  return () => {
    ended = true;
    leave();
  };
}

/**
 * Works out everything that is out of date; answers with how many batteries that were.
 * @param goesOn asked between stretches, with how many were done
 */
export async function renewOutlooks(
  keeper: OutlookKeeper,
  goesOn: (done: number) => boolean = () => true,
): Promise<number> {
  const { store, now } = keeper;
  const fleet = await fleetLearned(keeper);
  let done = 0;
  // While threads work some out, the next ones are read, and the ones before written.
  let before: Promise<void> = Promise.resolve();
  for (;;) {
    const ids = await store.read((database) => outdated(database, THREADS * AT_ONCE));
    if (ids.length === 0) break;
    const rules = await rulesNow(store);
    const nowMs = now();
    // Whatever changes from here on is found out of date once more, and worked out again.
    await store.write((transaction) => takeOn(transaction, ids));
    const asked = await store.read((database) => askedOf(database, ids, rules));
    await before;
    before = workOut(keeper, asked, { fleet, nowMs });
    // What goes wrong is told where it is waited for, not as nobody's.
    before.catch(() => {});
    done += ids.length;
    if (!goesOn(done)) break;
    await turn();
  }
  await before;
  return done;
}

/** Works some out, shared between threads, and keeps them. */
async function workOut(
  keeper: OutlookKeeper,
  asked: readonly OutlookAsked[],
  { fleet, nowMs }: { readonly fleet: FleetLearned; readonly nowMs: number },
): Promise<void> {
  const shares = Array.from({ length: Math.ceil(asked.length / AT_ONCE) }, (_, at) =>
    asked.slice(at * AT_ONCE, (at + 1) * AT_ONCE),
  );
  const made = await Promise.all(
    shares.map((share) => offLoop(keeper, 'outlooks', { asked: share, fleet, nowMs }, {})),
  );
  await keeper.store.write((transaction) =>
    keepOutlooks(
      transaction,
      made.flat().map(([batteryId, figures]) => ({ batteryId, madeAtMs: nowMs, ...figures })),
    ),
  );
}

/** The house rules of today; the standard ones where the house has none that can be read. */
async function rulesNow(store: Store): Promise<HouseRules> {
  return store.read(async (database) => {
    const site = await siteOf(database);
    const newest = site && (await newestRules(database, site.rulesId));
    return newest ?? STANDARD_RULES;
  });
}

/** What the fleet has said of itself: as it was worked out last, or anew where that is long ago. */
async function fleetLearned(keeper: OutlookKeeper): Promise<FleetLearned> {
  const { store, now } = keeper;
  const known = await store.read((database) => learnedOf(database, FLEET));
  const nowMs = now();
  if (known && nowMs - known.madeAtMs < LEARNED_FOR_MS) return learnedFrom(known.value);
  const units: UnitHistory[] = [];
  const offsets = await store.read(correctionsInForce);
  let afterId = NO_ID;
  while (units.length < MOST_UNITS) {
    const ids = await readTwice(store, afterId, UNITS_READ_AT_ONCE);
    if (ids.length === 0) break;
    const read = await store.read((database) => readBatteries(database, ids));
    units.push(...read.flatMap((one) => historyOf(one, offsets) ?? []));
    afterId = ids.at(-1) ?? afterId;
    await turn();
  }
  const learned = await offLoop(keeper, 'learned', { units, nowMs }, {});
  await store.write(async (transaction) => {
    await keepLearned(transaction, FLEET, nowMs, plainOf(learned));
    // What the fleet has said counts for every battery of it.
    await outdateAll(transaction, known ? 'all' : 'missing');
  });
  return learned;
}

const NO_ID = '00000000-0000-0000-0000-000000000000';

/** What was learned as plain records: maps go into no JSON. */
function plainOf({ leftovers, lifeTimes }: FleetLearned) {
  return {
    instrument: [...leftovers.instrument],
    technician: [...leftovers.technician],
    season: [...leftovers.season],
    lifeTimes: [...lifeTimes],
  };
}

/** The same read again; nothing where it is of another shape, so that it is worked out anew. */
export function learnedFrom(value: unknown): FleetLearned {
  const kept = value as Partial<ReturnType<typeof plainOf>> | null;
  if (!kept?.instrument || !kept.technician || !kept.season || !kept.lifeTimes) return NOTHING_LEARNED;
  return {
    leftovers: {
      instrument: new Map(kept.instrument),
      technician: new Map(kept.technician),
      season: new Map(kept.season),
    },
    lifeTimes: new Map(kept.lifeTimes),
  };
}

/** What this fleet has said of itself, as it was worked out last. */
export async function learnedHere(database: Database | Transaction): Promise<FleetLearned> {
  const known = await learnedOf(database, FLEET);
  return known ? learnedFrom(known.value) : NOTHING_LEARNED;
}

/** A battery as the forecast knows it; null for one that these rules do not grade. */
export function historyOf(
  { battery, readings }: ReadBattery,
  offsets: readonly KnownOffset[] = [],
  climate: Climate = 'mild',
): UnitHistory | null {
  const spec = specOf(battery);
  if (!spec) return null;
  return {
    id: battery.id,
    readings: readings.map((reading) => withKnownOffset(reading, offsets)),
    kind: { construction: spec.construction, duty: dutyOf(spec), climate },
    fittedMs: battery.fittedOn === null ? null : Date.parse(battery.fittedOn),
  };
}

/** Some batteries with all that their outlooks are worked out from; those that these rules do not grade are left out. */
async function askedOf(
  database: Database | Transaction,
  ids: readonly string[],
  rules: HouseRules,
): Promise<OutlookAsked[]> {
  const asked: OutlookAsked[] = [];
  const site = await siteOf(database);
  const offsets = await correctionsInForce(database);
  for (const read of await readBatteries(database, ids)) {
    const history = historyOf(read, offsets);
    const spec = specOf(read.battery);
    if (!history || !spec) continue;
    const sits = await vehicleOfBattery(database, read.battery.id);
    const strain = await strainOf(database, sits?.id ?? null, spec);
    const linePct = strain.duty === 'deep_cycle' ? rules.capacity.retirePct : rules.health.retirePct;
    const failingCost = sits ? costOfFailing(site?.costs ?? STANDARD_COSTS, sits.class) : null;
    const dangerous = sits !== undefined && isDangerous(sits.class);
    asked.push({ history, strain, linePct, failingCost, dangerous, newest: read.newest });
  }
  return asked;
}

/** What is expected of one battery now, with what it rests on; null for one that these rules do not grade. */
export async function outlookStory(
  database: Database | Transaction,
  batteryId: string,
  rules: HouseRules,
  nowMs: number,
): Promise<OutlookStory | null> {
  const [asked] = await askedOf(database, [batteryId], rules);
  if (!asked) return null;
  const learned = await learnedHere(database);
  const outlook = outlookOf(asked.history, learned, { nowMs, ...asked });
  const figures = figuresOf(outlook, asked);
  const life = outlook.segments.at(-1)?.life;
  const firstMs = asked.history.readings[0]?.atMs ?? nowMs;
  return {
    figures,
    linePct: asked.linePct,
    fan: life ? fanOf(life, firstMs - FAN_BEFORE_MS, nowMs, figures.crossP90Ms) : [],
    anew: outlook.segments.flatMap(({ begunBy, fromMs }) =>
      begunBy ? [{ atMs: fromMs, why: begunBy }] : [],
    ),
    takenOut: takenOutOf(asked.history, learned),
    worn: asked.strain.open,
  };
}

/** How a battery fares, as a line beside another’s; null for one of which nothing was read. */
export async function middleOf(
  database: Database | Transaction,
  batteryId: string,
  { rules, nowMs, fromMs, toMs }: { rules: HouseRules; nowMs: number; fromMs: number; toMs: number },
): Promise<LinePoint[] | null> {
  const [asked] = await askedOf(database, [batteryId], rules);
  const firstMs = asked?.history.readings[0]?.atMs;
  if (!asked || firstMs === undefined) return null;
  const { segments } = outlookOf(asked.history, await learnedHere(database), { nowMs, ...asked });
  const life = segments.at(-1)?.life;
  return life ? middleLine(life, { fromMs: Math.max(fromMs, firstMs), toMs }) : null;
}

/** A fan begins so long before the first reading. */
const FAN_BEFORE_MS = 30 * 86_400_000;

/** What reads high or low for certain among what read this battery. */
function takenOutOf({ readings }: UnitHistory, { leftovers }: FleetLearned) {
  const names = new Set(readings.flatMap(({ instrument, technician }) => [instrument, technician]));
  return [...leftovers.instrument]
    .filter(([name, leftover]) => names.has(name) && isTold(leftover))
    .map(([what, { pct }]) => ({ what, pct }));
}

/** Cautions of a vehicle that wear its battery. */
const WEARS: Readonly<Partial<Record<Cause, VehicleFaultOpen>>> = {
  regulator_high: 'regulator_high',
  parasitic_draw: 'parasitic_draw',
  regulator_low: 'undercharged',
  regulator_open: 'undercharged',
  regulator_intermittent: 'undercharged',
  alternator_weak: 'undercharged',
  belt: 'undercharged',
};

/** What a battery has to bear where it sits. */
async function strainOf(
  transaction: Database | Transaction,
  vehicleId: string | null,
  spec: BatterySpec,
): Promise<Strain> {
  const duty = dutyOf(spec);
  if (vehicleId === null) return { ...NO_STRAIN, duty };
  const open = (await openCautions(transaction, vehicleId)).flatMap(({ cause }) => WEARS[cause] ?? []);
  const vehicle = await vehicleById(transaction, vehicleId);
  const rating = crankingRating(spec);
  const amps =
    vehicle?.engine && vehicle.engine !== 'none'
      ? usualCrankAmps(vehicle.engine, vehicle.systemVolts ?? 12)
      : null;
  // Side by side they share the current; one behind the other each gives all of it.
  const together =
    vehicle?.joined === 'parallel' ? Math.max(1, (await tagsOfVehicle(transaction, vehicleId)).length) : 1;
  return {
    ...{ ...NO_STRAIN, duty, open: [...new Set(open)] },
    reserve: rating && amps ? (together * rating.saeAmps) / amps : null,
  };
}
