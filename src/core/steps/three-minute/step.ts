import { firstBarred, handlingGate, warmGate } from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step } from '../step';
import { voltsAtAmps } from '../words';
import { THREE_MINUTE_COLUMNS } from './columns';

export const threeMinute: Step<'three_minute'> = {
  label: 'Three-minute charge',
  task: 'Charge with 40 A, 25 A at least, for three minutes. Read the voltage while charging.',
  minutes: 5,
  caution:
    'Goggles; air the room, no flame or spark. Charger off while clamping. Stop if it gets hot or gasses violently.',
  gate: (at) => firstBarred(handlingGate(at), warmGate(at, at.rules.threeMinute.lowestC)),
  onSheet: ({ current: { last }, evidence: { battery }, assessment }) =>
    battery.construction === 'flooded' &&
    (assessment.next === 'three_minute' || last.three_minute !== undefined || last.charge !== undefined),
  taken: ({ last }) => listed(last.three_minute),
  readings: {
    three_minute: {
      words: voltsAtAmps,
      impossible: ({ data }, { nominalVolts }) => outOfRange('chargingVolts', data.volts, nominalVolts),
    },
  },
  evidence: ({ last: { three_minute: read } }) => ({
    threeMinute: read ? { ...read.data, forced: read.forced } : null,
  }),
  columns: THREE_MINUTE_COLUMNS,
  written: ({ threeMinute: read }) => {
    if (!read) return [];
    const { forced, ...data } = read;
    return [{ kind: 'three_minute', data, forced }];
  },
};
