import { CONSTRUCTION_FACTS } from '../battery/construction';
import { slotFit } from '../battery/slot-fit';
import { formatQuantity } from '../quantity/format';
import type { HouseRules } from '../rules/house-rules';
import type { Assessment } from './assess';
import type { Evidence, VehicleCheck } from './evidence';
import { type LedgerEntry, temperature, volts, type WorkingLine } from './ledger-entry';
import { ownVolt } from './reference';

/** Each measurement on the vehicle, as the Bench and the ledger call it. */
export const VEHICLE_CHECK_LABELS: Readonly<Record<VehicleCheck, string>> = {
  side_drop: 'Voltage drop along a side of the charging path',
  joint_drop: 'Voltage drop across a joint',
  clamp_drop: 'Voltage drop from post to clamp, cranking',
  regulated: 'Regulated voltage, 1500 to 2500 rpm, no load',
  draw: 'Parasitic draw, modules asleep',
};

/** The battery against what its slot asks for. */
export function slotEntry({ battery }: Evidence): LedgerEntry | null {
  const fit = slotFit(battery);
  if (!fit || !battery.slot) return null;
  const { type, rating } = battery.slot;
  const asked = [
    type && CONSTRUCTION_FACTS[type].label,
    rating && `${formatQuantity(rating.amps, 'A')} ${rating.standard}`,
  ].filter((part) => part !== null);
  const working: WorkingLine[] = [];
  if (fit.typeFits !== null) {
    const own = CONSTRUCTION_FACTS[battery.construction].label;
    working.push({ what: 'construction', how: own, value: fit.typeFits ? 'fits' : 'does not fit' });
  }
  if (fit.rating) {
    working.push({
      what: 'rating, SAE',
      how: `${formatQuantity(fit.rating.hasSaeAmps, 'A')} for ${formatQuantity(fit.rating.asksSaeAmps, 'A')}`,
      value: fit.rating.fits ? 'fits' : 'too small',
    });
  }
  return { step: 'identify', reading: `its slot asks for ${asked.join(', ')}`, working, standing: null };
}

/** What was measured on the vehicle, an entry each. */
export function vehicleEntries({ vehicleChecks }: Evidence, { estimates }: Assessment): LedgerEntry[] {
  return estimates.vehicleChecks.map(({ check, value, limit }, index) => {
    const shown = (figure: number) =>
      check === 'draw' ? formatQuantity(figure * 1000, 'mA') : formatQuantity(figure, 'V');
    const own = vehicleChecks[index]?.ownFrom != null ? 'the vehicle’s own figure' : 'house rules';
    return {
      step: 'vehicle',
      reading: `${VEHICLE_CHECK_LABELS[check]}: ${shown(value)}`,
      working: [{ what: 'held against', how: own, value: shown(limit) }],
      standing: null,
    };
  });
}

/** The battery left alone. */
export function standEntry(
  { stand, battery }: Evidence,
  { estimates }: Assessment,
  { stand: rules }: HouseRules,
): LedgerEntry | null {
  const result = estimates.stand;
  if (!stand || !result) return null;
  const fall = formatQuantity(stand.startVolts - stand.volts, 'V', { decimals: 3 });
  return {
    step: 'stand',
    reading: `${volts(stand.startVolts)} to ${volts(stand.volts)} in ${formatQuantity(stand.hours, 'h')} at ${temperature(stand.temperatureC)}`,
    working: [
      {
        what: 'fall',
        how: `${fall} × 24 ÷ ${stand.hours}`,
        value: formatQuantity(result.fallPerDayMv, 'mV/day'),
      },
      { what: 'held against', how: 'a sound battery at 25 °C', value: volts(result.healthyVolts) },
      {
        what: 'a leak within a day',
        how: 'house rules',
        value: `< ${volts(ownVolt(rules.leakVolts, battery.nominalVolts))}`,
      },
    ],
    standing: result.forced ? 'indicative: forced' : null,
  };
}
