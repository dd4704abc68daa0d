import { DISCHARGE_LOWEST_C, isFull } from '../../assessment/fit-for-discharge';
import { suitsAnEngineOnly } from '../../battery/duty';
import { formatMinutes, formatQuantity } from '../../quantity/format';
import {
  type AtTheGate,
  barred,
  chargedGate,
  chargerGate,
  firstBarred,
  type Gate,
  handlingGate,
  isEmptied,
  OPEN,
  surfaceGate,
  warmGate,
} from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step } from '../step';

export const discharge: Step<'discharge_start' | 'discharge_log' | 'discharge'> = {
  label: 'Discharge',
  task: 'From full: draw a steady current until 1.75 V a cell, and keep the time. Then charge it at once.',
  minutes: 120,
  caution:
    'Air the room; no flame, spark or smoking. Discharger off while clamping; its leads and resistors get hot. ' +
    'End at 1.75 V a cell: deeper harms the plates. Never left empty: charge it at once.',
  gate: (at) =>
    firstBarred(
      handlingGate(at),
      chargerGate(at),
      chargedGate(at, at.rules.charge.loadGatePct),
      fullGate(at),
      surfaceGate(at),
      warmGate(at, DISCHARGE_LOWEST_C),
    ),
  onSheet: ({ evidence, current: { last }, assessment: { next } }) =>
    !suitsAnEngineOnly(evidence.battery) ||
    next === 'discharge' ||
    last.discharge_start !== undefined ||
    last.discharge !== undefined,
  taken: ({ last }) => listed(last.discharge_start ?? last.discharge),
  readings: {
    discharge_start: {
      words: ({ amps }) => `discharging at ${formatQuantity(amps, 'A', { decimals: 1 })}`,
    },
    discharge_log: {
      words: ({ volts, minutes }) => `${formatQuantity(volts, 'V')} after ${formatMinutes(minutes)}`,
      impossible: ({ data }, { nominalVolts }) => outOfRange('dischargeVolts', data.volts, nominalVolts),
    },
    discharge: {
      words: ({ endVolts, minutes, amps }) =>
        `${formatQuantity(endVolts, 'V')} after ${formatMinutes(minutes)} at ${formatQuantity(amps, 'A', { decimals: 1 })}`,
      impossible: ({ data }, { nominalVolts }) => [
        ...outOfRange('dischargeVolts', data.endVolts, nominalVolts),
        ...(data.earlyVolts === null ? [] : outOfRange('dischargeVolts', data.earlyVolts, nominalVolts)),
      ],
    },
  },
  evidence: (current) => {
    const { discharge: read } = current.last;
    return {
      discharge: read ? { ...read.data, drained: isEmptied(current), forced: read.forced } : null,
    };
  },
  written: ({ discharge: read }) => {
    if (!read) return [];
    const { forced, drained: _drained, ...data } = read;
    return [{ kind: 'discharge', data, forced }];
  },
};

/** What is missing when it begins would be counted as lost. */
function fullGate({ current: { fullCharges }, assessment: { estimates } }: AtTheGate): Gate {
  const { charge } = estimates;
  return !charge || isFull({ chargesGiven: fullCharges }, charge.pct)
    ? OPEN
    : barred('charge it in full first');
}
