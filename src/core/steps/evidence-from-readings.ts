import { meanGravityAt25 } from '../assessment/cells-result';
import { type Evidence, noEvidence, type ReturnedEvidence } from '../assessment/evidence';
import { ASSUMED_TEMPERATURE_C, twelveVolt } from '../assessment/reference';
import type { BatterySpec } from '../battery/battery';
import { chargeFromOpenCircuit } from '../correction/charge-from-open-circuit';
import { chargeFromGravity } from '../correction/gravity';
import { openCircuitVoltsAt25 } from '../correction/open-circuit-temperature';
import { tidy } from '../quantity/tidy';
import { byMoment, type CurrentReadings, currentReadings } from './current-readings';
import { skippedIn } from './of-the-run/parts';
import type { Reading, ReadingOf } from './reading';
import { STEPS } from './registry';

/** What a run's readings say of its battery, ready to be judged. */
export function evidenceFromReadings(battery: BatterySpec, readings: readonly Reading[]): Evidence {
  return evidenceFromCurrent(battery, currentReadings(readings));
}

/** The same from readings that have been sorted out already. */
export function evidenceFromCurrent(battery: BatterySpec, current: CurrentReadings): Evidence {
  const parts = Object.values(STEPS).map(({ evidence }) => evidence(current));
  const skipped = skippedIn(current);
  const returned = returnedIn(battery, current);
  return Object.assign(noEvidence(battery), ...parts, cooledIn(current), { skipped, returned }) as Evidence;
}

/** The full charge with known Ah that began lowest: it tells most of the capacity. */
function returnedIn(battery: BatterySpec, { charges }: CurrentReadings): ReturnedEvidence | null {
  const told = charges.flatMap(({ charge: { data }, openCircuit, hydrometer }): ReturnedEvidence[] => {
    const { full, ampHours, fromPct } = data;
    if (!full || ampHours == null) return [];
    return [{ ampHours, fromPct: fromPct ?? chargeBefore(battery, openCircuit, hydrometer) }];
  });
  const lowest = Math.min(...told.map(({ fromPct }) => fromPct ?? MOST_PCT));
  return told.find(({ fromPct }) => (fromPct ?? MOST_PCT) === lowest) ?? null;
}

const MOST_PCT = 100;

function chargeBefore(
  battery: BatterySpec,
  openCircuit: ReadingOf<'open_circuit'> | undefined,
  hydrometer: ReadingOf<'hydrometer'> | undefined,
): number | null {
  const { construction, nominalVolts } = battery;
  if (hydrometer && (construction === 'flooded' || construction === 'calcium'))
    return tidy(chargeFromGravity(meanGravityAt25(hydrometer.data), construction));
  if (!openCircuit) return null;
  const { volts, temperatureC } = openCircuit.data;
  const volts25 = openCircuitVoltsAt25(
    twelveVolt(volts, nominalVolts),
    temperatureC ?? ASSUMED_TEMPERATURE_C,
  );
  return tidy(chargeFromOpenCircuit(volts25, construction));
}

/** What was read of its temperature since it was left to cool: a hot reading from before says nothing any more. */
function cooledIn({ all }: CurrentReadings): Pick<Evidence, 'cooledToC'> {
  const cooled = all.settle.findLast(({ data }) => data.method === 'cool');
  if (!cooled) return {};
  const since = Object.values(all)
    .flat()
    .filter((reading) => reading.takenAtMs > cooled.takenAtMs)
    .sort(byMoment);
  const [newest = null] = since.flatMap(({ data }) => temperatureIn(data)).slice(-1);
  return { cooledToC: newest };
}

const temperatureIn = (data: Reading['data']): number[] =>
  'temperatureC' in data && typeof data.temperatureC === 'number' ? [data.temperatureC] : [];
