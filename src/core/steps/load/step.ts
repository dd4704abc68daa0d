import { quantityLabel } from '../../quantity/entry';
import { formatQuantity } from '../../quantity/format';
import { MS_PER_MINUTE } from '../clocks';
import {
  type AtTheGate,
  aloneGate,
  barred,
  chargedGate,
  firstBarred,
  type Gate,
  handlingGate,
  OPEN,
  surfaceGate,
} from '../gate';
import { loadAboveOpen, outOfRange } from '../possible';
import { always, listed, type Step, type Written } from '../step';
import { voltsAtAmps } from '../words';

export const load: Step<'load'> = {
  label: 'Load test',
  task: 'Set the load, hold it, read the voltage at the end while the load is on.',
  minutes: 3,
  caution:
    'Goggles on; nobody leans over a battery under load. Tester off while clamping; let gas clear after charging. ' +
    '15 s at most, then let the bank cool. Stop at once below 1 V a cell (6 V of a 12 V battery) or if a cell gasses violently.',
  gate: (at) =>
    firstBarred(
      handlingGate(at),
      aloneGate(at),
      possibleGate(at),
      countGate(at),
      chargedGate(at, at.rules.charge.loadGatePct),
      surfaceGate(at),
      pauseGate(at),
    ),
  onSheet: always,
  taken: ({ last }) => listed(last.load),
  readings: {
    load: {
      words: voltsAtAmps,
      impossible: ({ data }, { nominalVolts, current }) => [
        ...outOfRange('loadVolts', data.volts, nominalVolts),
        ...loadAboveOpen(quantityLabel('loadVolts'), data.volts, current.last.open_circuit?.data.volts),
      ],
    },
  },
  evidence: ({ last: { load: read }, all }) => ({
    load: read ? { ...read.data, forced: read.forced } : null,
    loadsMadeVolts: all.load.map(({ data }) => data.volts),
  }),
  written: ({ load: read, loadsMadeVolts }) => {
    if (!read) return [];
    const { forced, trace, ...data } = read;
    const { amps, seconds, temperatureC } = data;
    // Those before it were made as it was: of them no more is known than where they ended.
    const before = loadsMadeVolts
      .slice(0, -1)
      .map((volts): Written => ({ kind: 'load', data: { amps, seconds, temperatureC, volts }, forced }));
    const drawn = trace ? { trace: trace.map(([s, v, a]) => [s, v, a] as const) } : {};
    return [...before, { kind: 'load', data: { ...data, ...drawn }, forced }];
  },
};

/** Without a load to set, or in such cold, there is no test to force. */
function possibleGate({ assessment: { estimates }, rules: { temperature } }: AtTheGate): Gate {
  const { task, temperatureC } = estimates;
  if (!task) return barred('no rating: the load to set is unknown', false);
  if (temperatureC === null || temperatureC >= temperature.lowestC) return OPEN;
  const lowest = formatQuantity(temperature.lowestC, '°C', { decimals: 0 });
  return barred(`too cold: bring it above ${lowest}`, false);
}

function countGate({ current: { all }, rules }: AtTheGate): Gate {
  const made = all.load.length;
  return made >= rules.load.mostTests ? barred(`${made} load tests made: charge first`) : OPEN;
}

function pauseGate({ current: { last }, rules, nowMs }: AtTheGate): Gate {
  const opensAtMs = last.load ? last.load.takenAtMs + rules.load.pauseMinutes * MS_PER_MINUTE : 0;
  return nowMs < opensAtMs ? barred('pause between loads', true, opensAtMs) : OPEN;
}
