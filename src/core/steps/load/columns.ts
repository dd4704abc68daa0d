import { problem } from '../../quantity/result';
import { type ColumnPart, ownTemperature } from '../columns';
import { loadAboveOpen } from '../possible';
import { STOP_REASONS } from './data';

/** The hold that a blank cell stands for, by the format, s. */
const DEFAULT_HOLD_SECONDS = 15;

export const LOAD_COLUMNS: ColumnPart<
  'load_a' | 'load_s' | 'load_v' | 'load_temp_c' | 'load_stopped' | 'load_before_v'
> = {
  columns: {
    load_a: { title: 'Load, A' },
    load_s: { title: 'Held, s' },
    load_v: { title: 'Under load, V' },
    load_temp_c: { title: 'Temp at load, °C' },
    load_stopped: { title: 'Load stopped', words: STOP_REASONS },
    load_before_v: { title: 'Under the load before, V' },
  },
  read: (row, into, { battery, temperatureC, leftOut }) => {
    const amps = row.quantity('load_a', 'loadAmps');
    const seconds = row.quantity('load_s', 'loadSeconds') ?? DEFAULT_HOLD_SECONDS;
    const volts = row.quantity('load_v', 'loadVolts', battery.nominalVolts);
    const loadC = row.quantity('load_temp_c', 'temperatureC') ?? temperatureC;
    const before = row.quantity('load_before_v', 'loadVolts', battery.nominalVolts);
    const stopped = row.word('load_stopped', STOP_REASONS);
    if (volts === null) return;
    if (amps === null) {
      leftOut.push(problem('load_a', '', 'the load applied; without it load_v is left out'));
      return;
    }
    row.problems.push(...loadAboveOpen('load_v', volts, into.openCircuit?.volts));
    const read = { amps, seconds, volts, temperatureC: loadC, forced: false };
    into.load = stopped ? { ...read, stopped } : read;
    into.loadsMadeVolts = before === null ? [volts] : [before, volts];
  },
  write: ({ load, loadsMadeVolts }, facts) => ({
    load_a: load?.amps,
    load_s: load?.seconds,
    load_v: load?.volts,
    load_temp_c: ownTemperature(load, facts),
    load_stopped: load?.stopped,
    load_before_v: load ? loadsMadeVolts.at(-2) : null,
  }),
};
