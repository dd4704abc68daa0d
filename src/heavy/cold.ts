import { specOf } from '@/core/battery/battery';
import { crankingRating } from '@/core/battery/cranking-rating';
import { ASSUMED_SHOP_C } from '@/core/circuit/check-evidence';
import type { OpenCaution } from '@/core/circuit/open-cautions';
import type { ColdVehicle } from '@/core/exchange/fleet-views';
import { chargeInUse, type ReadCharge, usualCharge } from '@/core/history/charge-in-use';
import { chanceOfStart, demandTimes, type Known, type ReadyUnit } from '@/core/history/cold-start';
import { usualCrankAmps } from '@/core/vehicle/engine';
import { type Carried, carried, checkedVehicles, crankedAmps } from '@/store/cold';
import { openCautions } from '@/store/open-cautions';
import { keptReader, type StorePlace } from './kept-reader';

const MS_PER_DAY = 86_400_000;
/** What nobody knows of an engine by its kind alone, and of one whose start was measured, of its current. */
const BY_KIND_SD = 0.15;
const MEASURED_SD = 0.06;

/** Every vehicle with an engine as it stands before a cold morning; of very many those that the cold stops first. */
export async function coldVehicles(
  { place, nowMs }: { readonly place: StorePlace; readonly nowMs: number },
  _host: object,
): Promise<ColdVehicle[]> {
  const reader = await keptReader(place);
  return reader.read(async (database) => {
    const all = (await carried(database)).filter(
      ({ vehicle }) => vehicle.engine && vehicle.engine !== 'none',
    );
    const cranked = await crankedAmps(database);
    const checked = await checkedVehicles(database);
    const ready: ColdVehicle[] = [];
    for (const one of all) {
      // Most vehicles of a large fleet were never checked: nothing can be open on them.
      const cautions = checked.has(one.vehicle.id) ? await openCautions(database, one.vehicle.id) : [];
      ready.push(readyVehicle(one, { cranked: cranked.get(one.vehicle.id), cautions, nowMs }));
    }
    return weakest(ready.filter(({ ready: { units } }) => units.length > 0));
  });
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
  const usual = usualCharge(cautions.map(({ cause }) => cause));
  const ready = units.flatMap(({ battery, outlook }): ReadyUnit[] => {
    const spec = specOf(battery);
    const rating = spec && crankingRating(spec);
    if (!rating) return [];
    return [
      {
        id: battery.id,
        saeAmps: rating.saeAmps,
        charge: chargeInUse(lastCharge(outlook, nowMs), usual),
        health: { value: outlook.healthPct, sd: outlook.healthSdPct },
      },
    ];
  });
  return {
    id: vehicle.id,
    name: vehicle.name,
    measured: cranked !== undefined,
    tags: Object.fromEntries(units.map(({ battery }) => [battery.id, battery.tag])),
    ready: {
      units: ready,
      joined: ready.length > 1 ? (vehicle.joined ?? 'parallel') : 'single',
      oil: 'mineral',
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
const lastCharge = (
  { chargePct, testedMs }: Carried['units'][number]['outlook'],
  nowMs: number,
): ReadCharge | null =>
  chargePct === null || testedMs === null ? null : { pct: chargePct, days: (nowMs - testedMs) / MS_PER_DAY };

/** What its own start took, brought warm. */
function measuredWarm({ amps, celsius }: { readonly amps: number; readonly celsius: number | null }): Known {
  const value = amps / demandTimes(celsius ?? ASSUMED_SHOP_C, 'mineral');
  return { value, sd: MEASURED_SD * value };
}

/** What engines of its kind take, A of its own system. */
function byKind({ engine, systemVolts }: Carried['vehicle']): Known {
  const value = usualCrankAmps(engine ?? 'petrol_four', systemVolts ?? 12);
  return { value, sd: BY_KIND_SD * value };
}
