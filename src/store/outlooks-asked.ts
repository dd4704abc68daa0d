import { specOf } from '@/core/battery/battery';
import { dutyOf } from '@/core/battery/duty';
import type { UnitHistory } from '@/core/history/fleet-learning';
import type { OutlookAsked } from '@/core/history/kept-outlook';
import { type KnownOffset, withKnownOffset } from '@/core/history/known-offset';
import { strainIn } from '@/core/history/strain-in';
import { type Surroundings, USUAL_SURROUNDINGS } from '@/core/history/surroundings';
import { costOfFailing, STANDARD_COSTS } from '@/core/planning/costs';
import type { HouseRules } from '@/core/rules/house-rules';
import { isDangerous } from '@/core/vehicle/vehicle';
import { correctionsInForce } from './corrections';
import type { Database, Transaction } from './database';
import { type ReadBattery, readBatteries, readTwice } from './outlooks';
import { seatsOf } from './seats';
import { siteOf } from './sites';

const UNITS_READ_AT_ONCE = 50;
const NO_ID = '00000000-0000-0000-0000-000000000000';

/** A battery as the forecast knows it; null for one that these rules do not grade. */
export function historyOf(
  { battery, readings }: ReadBattery,
  { climate }: Pick<Surroundings, 'climate'>,
  offsets: readonly KnownOffset[] = [],
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
export async function outlooksAsked(
  database: Database | Transaction,
  ids: readonly string[],
  rules: HouseRules,
): Promise<OutlookAsked[]> {
  if (ids.length === 0) return [];
  const site = await siteOf(database);
  const surroundings = site ?? USUAL_SURROUNDINGS;
  const offsets = await correctionsInForce(database);
  const seats = await seatsOf(database, ids);
  return (await readBatteries(database, ids)).flatMap((read): OutlookAsked[] => {
    const history = historyOf(read, surroundings, offsets);
    const spec = specOf(read.battery);
    if (!history || !spec) return [];
    const seat = seats.get(read.battery.id) ?? null;
    const strain = strainIn(spec, seat, surroundings);
    return [
      {
        history,
        strain,
        newest: read.newest,
        linePct: strain.duty === 'deep_cycle' ? rules.capacity.retirePct : rules.health.retirePct,
        failingCost: seat ? costOfFailing(site?.costs ?? STANDARD_COSTS, seat.vehicle.class) : null,
        dangerous: seat !== null && isDangerous(seat.vehicle.class),
      },
    ];
  });
}

/** What a fleet can learn from: batteries that were read more than once, so many at most, as the forecast knows them. */
export async function unitsReadTwice(database: Database | Transaction, most: number): Promise<UnitHistory[]> {
  const surroundings = (await siteOf(database)) ?? USUAL_SURROUNDINGS;
  const offsets = await correctionsInForce(database);
  const units: UnitHistory[] = [];
  for (let afterId = NO_ID; units.length < most; ) {
    const ids = await readTwice(database, afterId, UNITS_READ_AT_ONCE);
    const last = ids.at(-1);
    if (last === undefined) break;
    units.push(
      ...(await readBatteries(database, ids)).flatMap((one) => historyOf(one, surroundings, offsets) ?? []),
    );
    afterId = last;
  }
  return units;
}
