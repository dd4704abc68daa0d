import { CONSTRUCTION_FACTS } from '../battery/construction';
import { printedCapacity } from '../battery/cranking-rating';
import { ratedMinutes } from '../battery/discharge-time';
import { formatMinutes, formatNumber, formatQuantity } from '../quantity/format';
import type { Assessment } from './assess';
import type { CapacityResult } from './capacity-result';
import type { Evidence } from './evidence';
import { type LedgerEntry, percent, temperature, volts, type WorkingLine } from './ledger-entry';

/** A steady discharge: against the minutes of a new one, or by how far it fell. */
export function dischargeEntry(
  { discharge, battery }: Evidence,
  { estimates }: Assessment,
): LedgerEntry | null {
  if (!discharge) return null;
  const { amps, minutes, endVolts, earlyVolts, temperatureC } = discharge;
  const capacity = estimates.capacity?.method === 'returned' ? null : (estimates.capacity ?? null);
  const working: WorkingLine[] = [];
  const rated = ratedMinutes(battery, amps);
  if (capacity?.method === 'discharge' && rated !== undefined) {
    working.push(
      {
        what: 'a new one lasts',
        how: battery.c20Ah === null ? 'by its reserve capacity' : 'by its capacity and Peukert’s law',
        value: formatMinutes(rated),
      },
      {
        what: capacity.atLeast ? 'capacity, at least' : 'capacity',
        how: `${formatMinutes(minutes)} ÷ ${formatMinutes(rated)}, brought from ${temperature(temperatureC)} to 25 °C`,
        value: withSd(capacity),
      },
    );
  }
  if (capacity?.method === 'short_discharge' && earlyVolts !== null) {
    working.push({
      what: 'fall from minute 1',
      how: `${volts(earlyVolts)} − ${volts(endVolts)}, at most ${volts(capacity.measured.limit)}`,
      value: volts(capacity.measured.value),
    });
  }
  return {
    step: 'discharge',
    reading: `${volts(endVolts)} after ${formatMinutes(minutes)} at ${formatQuantity(amps, 'A', { decimals: 1 })}`,
    working,
    standing: discharge.forced ? 'indicative: forced' : capacity ? null : 'ended too early to tell',
  };
}

/** What the Ah of a charge say of the capacity, as a line of its working; none where they say nothing. */
export function returnedLines(
  { returned, battery }: Evidence,
  capacity: CapacityResult | null | undefined,
): WorkingLine[] {
  const c20Ah = printedCapacity(battery);
  if (!returned || returned.fromPct === null || c20Ah === undefined || capacity?.method !== 'returned')
    return [];
  const { returned: factor } = CONSTRUCTION_FACTS[battery.construction];
  const missing = formatNumber(1 - returned.fromPct / 100, 'V');
  return [
    {
      what: 'capacity by what it took',
      how: `${formatQuantity(returned.ampHours, 'Ah')} ÷ (${missing} × ${formatQuantity(c20Ah, 'Ah')} × ${factor})`,
      value: withSd(capacity),
    },
  ];
}

const withSd = ({ pct, sdPct }: CapacityResult) =>
  pct === null ? '' : `${percent(pct)} ± ${percent(sdPct ?? 0)}`;
