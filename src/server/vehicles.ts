import 'server-only';
import { tz } from '@date-fns/tz';
import type { Static } from '@sinclair/typebox';
import { format } from 'date-fns';
import { uuidv7 } from 'uuidv7';
import { workByVisit } from '@/core/circuit/visit';
import { readVehicleList, writeVehicleList } from '@/core/exchange/check/vehicles-csv';
import { checkShape } from '@/core/exchange/check-shape';
import type { VehicleInList, VehicleSlot, VehicleStory } from '@/core/exchange/views';
import { MS_PER_YEAR } from '@/core/history/health-reading';
import { setAdvice, setWords } from '@/core/history/sets';
import { problem, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { lookAlikeKey, tidyLine } from '@/core/quantity/written-text';
import { VehicleSchema } from '@/core/vehicle/vehicle';
import { checksOfVehicle, newestChecks } from '@/store/checks';
import type { Database, Transaction } from '@/store/open';
import { openCautions } from '@/store/open-cautions';
import { outlooksById } from '@/store/outlooks';
import { recordingsOf } from '@/store/recordings';
import {
  addVehicles,
  allVehicles,
  keepVehicle,
  moveBattery,
  slotsOfVehicle,
  tagsByVehicle,
  vehicleById,
} from '@/store/vehicles';
import { openVisits, testsInVehicle, visitsOfVehicle } from '@/store/visits';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const Uuid = Type.String({ format: 'uuid' });
const Day = Type.String({ format: 'date' });
const KeepVehicle = Type.Object(
  {
    technicianId: Uuid,
    vehicle: VehicleSchema,
    /** The revision that was seen; null for one that is new. */
    seenRevision: Type.Union([Type.Integer({ minimum: 1, maximum: 1_000_000_000 }), Type.Null()]),
  },
  { additionalProperties: false },
);
const MoveBattery = Type.Object(
  {
    technicianId: Uuid,
    batteryId: Uuid,
    onDay: Day,
    to: Type.Union([
      Type.Object(
        {
          slotId: Uuid,
          vehicleId: Uuid,
          name: Type.String({ maxLength: 80, description: 'place in the vehicle' }),
          oldPlace: Type.Optional(Type.String({ maxLength: 80, description: 'where the old one goes' })),
        },
        { additionalProperties: false },
      ),
      Type.Object(
        { place: Type.String({ maxLength: 80, description: 'where it stands now' }) },
        { additionalProperties: false },
      ),
    ]),
  },
  { additionalProperties: false },
);
const BringVehicles = Type.Object(
  { technicianId: Uuid, text: Type.String({ maxLength: 2_000_000, description: 'CSV' }) },
  { additionalProperties: false },
);

/** Checks, tests and visits that a vehicle's page shows, of each. */
const MOST_SHOWN = 100;

/** Every vehicle with who sits in it and its newest check; those that words match, where some are given. */
export async function vehicleList(context: Context, words: string): Promise<VehicleInList[]> {
  return context.store.read(async (database) => {
    const [tags, checks] = [await tagsByVehicle(database), await newestChecks(database)];
    const here = await openVisits(database);
    const asked = words
      .split(/\s+/)
      .map(lookAlikeKey)
      .filter((word) => word !== '');
    return (await allVehicles(database))
      .map((vehicle) => ({
        ...vehicle,
        batteries: tags.get(vehicle.id) ?? [],
        check: checks.get(vehicle.id) ?? null,
        visit: here.get(vehicle.id) ?? null,
      }))
      .filter(({ name, site, batteries }) => {
        const found = lookAlikeKey([name, site, ...batteries].join(' '));
        return asked.every((word) => found.includes(word));
      });
  });
}

/** A vehicle with its slots, its checks and the cautions that are open on it. */
export async function vehicleStory(context: Context, id: string): Promise<VehicleStory | undefined> {
  return context.store.read(async (database) => {
    const vehicle = await vehicleById(database, id);
    if (!vehicle) return undefined;
    const checks = await checksOfVehicle(database, id, MOST_SHOWN);
    const tests = await testsInVehicle(database, id, MOST_SHOWN);
    const visits = await visitsOfVehicle(database, id, MOST_SHOWN);
    const slots = await slotsOfVehicle(database, id);
    return {
      vehicle,
      slots,
      set: vehicle.joined === 'separate' ? null : await setOf(database, slots, context.now()),
      openCheckId: checks.find(({ finishedAtMs }) => finishedAtMs === null)?.runId ?? null,
      visit: visits.find(({ leftAtMs }) => leftAtMs === null) ?? null,
      work: workByVisit(visits, [...checks.map((check) => ({ kind: 'check' as const, ...check })), ...tests]),
      cautions: await openCautions(database, id),
      recordings: await recordingsOf(database, id, MOST_SHOWN),
      today: format(context.now(), 'yyyy-MM-dd', { in: tz(context.site.zone) }),
    };
  });
}

/** How the batteries that sit in a vehicle stand beside each other. */
async function setOf(
  database: Database | Transaction,
  slots: readonly VehicleSlot[],
  nowMs: number,
): Promise<string | null> {
  const held = slots.filter(({ toOn }) => toOn === null);
  const expected = await outlooksById(
    database,
    held.map(({ battery }) => battery.id),
  );
  const units = held.flatMap(({ battery }) => {
    const outlook = expected.get(battery.id);
    if (!outlook || outlook.tests === 0) return [];
    const ageYears = battery.fittedOn === null ? null : (nowMs - Date.parse(battery.fittedOn)) / MS_PER_YEAR;
    return [{ id: battery.id, tag: battery.tag, healthPct: outlook.healthPct, ageYears }];
  });
  return setWords(setAdvice(units));
}

/** Registers a vehicle, or puts right what is known of it. */
export async function keepVehicleAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(KeepVehicle, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { seenRevision } = checked.value;
  const vehicle = { ...checked.value.vehicle, name: tidyLine(checked.value.vehicle.name) };
  const wrong = spanProblem(vehicle);
  if (wrong) return { ok: false, problems: [wrong], failure: 'input' };
  const outcome = await keepVehicle(context.store, vehicle, seenRevision);
  switch (outcome) {
    case 'changed':
      changed('all');
      return succeed({ id: vehicle.id });
    case 'taken':
      return refusedSaying('conflict', 'vehicle/name', `There is a vehicle called ${vehicle.name} already.`);
    case 'missing':
      return refused('missing', 'vehicle/id', vehicle.id, 'a registered vehicle');
    case 'overtaken':
      return refusedSaying(
        'conflict',
        'seenRevision',
        'Somebody else has changed this vehicle meanwhile. Nothing was stored: load the page again and look at theirs first.',
      );
  }
}

function spanProblem({ ownVoltsFrom: from = null, ownVoltsTo: to = null }: Static<typeof VehicleSchema>) {
  if ((from === null) !== (to === null)) {
    return problem('vehicle/ownVoltsTo', to, 'both ends of the maker’s own span, or neither');
  }
  return from !== null && to !== null && from >= to
    ? problem('vehicle/ownVoltsTo', to, `more than ${from}, where the span begins`)
    : null;
}

/** Moves a battery into a place of a vehicle, or out of it. */
export async function moveBatteryAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(MoveBattery, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { batteryId, onDay, to, technicianId: byId } = checked.value;
  const atMs = context.now();
  const today = format(atMs, 'yyyy-MM-dd', { in: tz(context.site.zone) });
  if (onDay > today) return refused('input', 'onDay', onDay, `a day up to today, ${today}`);
  const done = await moveBattery(context.store, { batteryId, onDay, to, atMs, byId });
  if (!done) return refused('missing', 'batteryId', batteryId, 'a registered battery, and a vehicle');
  changed('all');
  return succeed({ id: batteryId });
}

/** What a list of vehicles came to: how many are new, how many are there already and stay, which rows are refused. */
export interface VehicleListTally {
  readonly fresh: number;
  readonly known: number;
  readonly refused: readonly { readonly line: number; readonly name: string; readonly why: string }[];
}

/** Takes in a list of vehicles as CSV: what is there already stays as it is. */
export async function bringVehicles(context: Context, input: unknown): Promise<Answer<VehicleListTally>> {
  const checked = checkShape(BringVehicles, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const list = readVehicleList(checked.value.text);
  if (!list.ok) return { ...list, failure: 'input' };
  const good = list.value.flatMap(({ read }) => (read.ok ? [{ id: uuidv7(), ...read.value }] : []));
  const fresh = await addVehicles(context.store, good);
  if (fresh > 0) changed('all');
  return succeed({
    fresh,
    known: good.length - fresh,
    refused: list.value.flatMap(({ line, name, read }) =>
      read.ok ? [] : [{ line, name, why: read.problems.map(({ message }) => message).join('; ') }],
    ),
  });
}

/** Every vehicle as CSV. */
export async function vehiclesCsv({ store }: Context): Promise<string> {
  return writeVehicleList(await store.read(allVehicles));
}
