import 'server-only';
import { specOf } from '@/core/battery/battery';
import { crankingRating } from '@/core/battery/cranking-rating';
import { ASSUMED_SHOP_C } from '@/core/circuit/check-evidence';
import type { OpenCaution } from '@/core/circuit/open-cautions';
import { csvText, defused } from '@/core/exchange/csv-text';
import type { ColdVehicle, ColdView } from '@/core/exchange/fleet-views';
import type { KeptOutlook } from '@/core/exchange/views';
import { chargeInUse, type ReadCharge } from '@/core/history/charge-in-use';
import {
  chanceOfStart,
  coldMorning,
  demandTimes,
  type Known,
  type ReadyUnit,
} from '@/core/history/cold-start';
import { usualCrankAmps } from '@/core/vehicle/engine';
import type { Vehicle } from '@/core/vehicle/vehicle';
import { type Carried, carried, checkedVehicles, crankedAmps } from '@/store/cold';
import { openCautions } from './check-cautions';
import type { Context } from './context';
import { morningsAhead } from './mornings';

const MS_PER_DAY = 86_400_000;
/** What a battery is charged to in a vehicle that charges as it should, percent. A model of ours. */
const IN_USE: Known = { value: 86, sd: 7 };
/** The same where its vehicle drains it, or charges too little. */
const DRAINED: Known = { value: 62, sd: 15 };
const UNDERCHARGED: Known = { value: 70, sd: 12 };
/** What nobody knows of an engine by its kind alone, and of one whose start was measured, of its current. */
const BY_KIND_SD = 0.15;
const MEASURED_SD = 0.06;

/** Every vehicle with an engine before a cold morning, and the mornings of the week to come. */
export async function coldView(context: Context): Promise<ColdView> {
  const vehicles = await context.store.read(async (database) => {
    const all = (await carried(database)).filter(
      ({ vehicle }) => vehicle.engine && vehicle.engine !== 'none',
    );
    const cranked = await crankedAmps(
      database,
      all.map(({ vehicle }) => vehicle.id),
    );
    const nowMs = context.now();
    const checked = await checkedVehicles(database);
    const ready: ColdVehicle[] = [];
    for (const one of all) {
      // Most vehicles of a large fleet were never checked: nothing can be open on them.
      const cautions = checked.has(one.vehicle.id) ? await openCautions(database, one.vehicle.id) : [];
      ready.push(readyVehicle(one, { cranked: cranked.get(one.vehicle.id), cautions, nowMs }));
    }
    return weakest(ready.filter(({ ready: { units } }) => units.length > 0));
  });
  return { vehicles, ...(await morningsAhead(context)) };
}

interface KnownOfVehicle {
  /** The current and the temperature of its own newest start. */
  readonly cranked: { readonly amps: number; readonly celsius: number | null } | undefined;
  readonly cautions: readonly OpenCaution[];
  readonly nowMs: number;
}

function readyVehicle(
  { vehicle, units }: Carried,
  { cranked, cautions, nowMs }: KnownOfVehicle,
): ColdVehicle {
  const usual = chargeWith(cautions);
  const ready = units.flatMap(({ battery, outlook }): ReadyUnit[] => {
    const spec = specOf(battery);
    const rating = spec && crankingRating(spec);
    if (!rating) return [];
    return [
      {
        ...{ id: battery.id, saeAmps: rating.saeAmps },
        charge: chargeInUse(lastCharge(outlook, nowMs), usual),
        health: { value: outlook.healthPct, sd: outlook.healthSdPct },
      },
    ];
  });
  return {
    ...{ id: vehicle.id, name: vehicle.name, measured: cranked !== undefined },
    tags: Object.fromEntries(units.map(({ battery }) => [battery.id, battery.tag])),
    ready: {
      ...{
        units: ready,
        joined: ready.length > 1 ? (vehicle.joined ?? 'parallel') : 'single',
        oil: 'mineral',
      },
      warmAmps: cranked ? measuredWarm(cranked) : byKind(vehicle),
    },
  };
}

/** More vehicles than these are not looked at by the degree: those that the cold stops first are. */
const MOST_LOOKED_AT = 1000;
const VERY_COLD_C = -24;

function weakest(vehicles: readonly ColdVehicle[]): ColdVehicle[] {
  if (vehicles.length <= MOST_LOOKED_AT) return [...vehicles];
  return vehicles
    .map((vehicle) => ({ vehicle, chance: chanceOfStart(vehicle.ready, VERY_COLD_C) }))
    .sort((one, other) => one.chance - other.chance)
    .slice(0, MOST_LOOKED_AT)
    .map(({ vehicle }) => vehicle);
}

/** What its newest test left it at, and how long ago. */
const lastCharge = ({ chargePct, testedMs }: KeptOutlook, nowMs: number): ReadCharge | null =>
  chargePct === null || testedMs === null ? null : { pct: chargePct, days: (nowMs - testedMs) / MS_PER_DAY };

function chargeWith(cautions: readonly OpenCaution[]): Known {
  if (cautions.some(({ cause }) => cause === 'parasitic_draw')) return DRAINED;
  const tooLittle = ['regulator_low', 'regulator_open', 'regulator_intermittent', 'alternator_weak', 'belt'];
  return cautions.some(({ cause }) => tooLittle.includes(cause)) ? UNDERCHARGED : IN_USE;
}

/** What its own start took, brought warm. */
function measuredWarm({ amps, celsius }: { readonly amps: number; readonly celsius: number | null }): Known {
  const value = amps / demandTimes(celsius ?? ASSUMED_SHOP_C, 'mineral');
  return { value, sd: MEASURED_SD * value };
}

/** What engines of its kind take, A of its own system. */
function byKind({ engine, systemVolts }: Vehicle): Known {
  const value = usualCrankAmps(engine ?? 'petrol_four', systemVolts ?? 12);
  return { value, sd: BY_KIND_SD * value };
}

/** How each vehicle stands on the coldest morning of the week, as CSV. */
export async function coldCsv(context: Context): Promise<string> {
  const { vehicles, mornings } = await coldView(context);
  const coldest = mornings.reduce((low, { lowC }) => Math.min(low, lowC), 40);
  return csvText([
    ['vehicle', 'celsius', 'chance_of_start', 'standing', 'help', 'unit', 'chance_after'],
    ...vehicles
      .map((vehicle) => ({ vehicle, morning: coldMorning(vehicle.ready, coldest) }))
      .sort((one, other) => one.morning.chance - other.morning.chance)
      .map(({ vehicle, morning }) => [
        ...[
          defused(vehicle.name),
          String(coldest),
          morning.chance.toFixed(3),
          morning.standing,
          morning.help,
        ],
        ...[defused(vehicle.tags[morning.unitId ?? ''] ?? ''), morning.after.toFixed(3)],
      ]),
  ]);
}
