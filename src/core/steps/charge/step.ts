import type { Evidence } from '../../assessment/evidence';
import { formatQuantity } from '../../quantity/format';
import { dischargerGate, firstBarred, safetyGate } from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step, type Written } from '../step';

export const charge: Step<'charge_start' | 'charge_log' | 'charge'> = {
  label: 'Charge',
  task: 'Put it on charge as planned, read it now and then, and come back when it is full and rested.',
  minutes: 480,
  caution:
    'Air the room; no flame, spark or smoking. Charger off while clamping; red on first, black last. Never charge a frozen ' +
    'battery. Stop above 50 °C, sealed types above 45 °C.',
  gate: (at) => firstBarred(safetyGate(at), dischargerGate(at)),
  onSheet: ({ current: { last }, assessment: { next, verdict } }) =>
    next === 'charge' || verdict === 'charge' || !!last.charge_start || !!last.charge,
  taken: ({ last }) => listed(last.charge_start ?? last.charge),
  readings: {
    charge_start: {
      words: ({ amps }) => `on charge, ${formatQuantity(amps, 'A', { decimals: 1 })}`,
      impossible: ({ data }, { nominalVolts }) => outOfRange('chargingVolts', data.volts, nominalVolts),
    },
    charge_log: {
      words: ({ volts, amps }) =>
        `${formatQuantity(volts, 'V')}, ${formatQuantity(amps, 'A', { decimals: 1 })}`,
      impossible: ({ data }, { nominalVolts }) => outOfRange('chargingVolts', data.volts, nominalVolts),
    },
    charge: {
      words: ({ full, refused }) => {
        if (refused) return 'took no charge';
        return full ? 'full charge given' : 'part charge given';
      },
    },
  },
  evidence: ({ last, fullCharges }) => ({
    chargeRefused: last.charge?.data.refused === true,
    chargesGiven: fullCharges,
  }),
  written: chargesOf,
};

function chargesOf({ chargesGiven, chargeRefused }: Evidence): Written[] {
  const given = Array.from(
    { length: chargesGiven },
    (_, at): Written => ({
      kind: 'charge',
      data: { full: true, ...(chargeRefused && at === chargesGiven - 1 ? { refused: true } : {}) },
    }),
  );
  return chargeRefused && chargesGiven === 0
    ? [{ kind: 'charge', data: { full: false, refused: true } }]
    : given;
}
