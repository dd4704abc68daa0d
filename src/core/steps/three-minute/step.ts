import { formatQuantity } from '../../quantity/format';
import { type AtTheGate, barred, firstBarred, type Gate, handlingGate, OPEN, warmGate } from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step } from '../step';
import { voltsAtAmps } from '../words';

export const threeMinute: Step<'three_minute'> = {
  label: 'Three-minute charge',
  task: 'Charge with 40 A, 25 A at least, for three minutes. Read the voltage while charging.',
  minutes: 5,
  caution:
    'Goggles; air the room, no flame or spark. Charger off while clamping. Stop if it gets hot or gasses violently.',
  gate: (at) =>
    firstBarred(handlingGate(at), warmGate(at, at.rules.threeMinute.lowestC), lowGate(at), freshGate(at)),
  onSheet: ({ current: { last }, evidence: { battery }, assessment }) =>
    battery.construction === 'flooded' &&
    (assessment.next === 'three_minute' ||
      last.three_minute !== undefined ||
      (last.charge === undefined && (assessment.estimates.charge?.pct ?? 100) <= LOW_PCT)),
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
  written: ({ threeMinute: read }) => {
    if (!read) return [];
    const { forced, ...data } = read;
    return [{ kind: 'three_minute', data, forced }];
  },
};

/** From here on down the test is offered: a fuller battery gasses, and passes the limit however sound it is. Rule of the trade. */
const LOW_PCT = 40;

function lowGate({ assessment: { estimates }, rules: { threeMinute: rules } }: AtTheGate): Gate {
  const { charge } = estimates;
  if (rules.mostChargePct >= 100) return OPEN;
  if (!charge) return barred('open-circuit voltage first');
  return charge.pct > rules.mostChargePct
    ? barred(`too full: gasses above ${formatQuantity(rules.mostChargePct, '%', { decimals: 0 })}`)
    : OPEN;
}

/** A charge that was given has changed the plates: what it would have shown is gone. */
function freshGate({ current, rules: { threeMinute: rules } }: AtTheGate): Gate {
  return rules.mostChargePct < 100 && current.fullCharges > 0
    ? barred('before a charge only: it has been charged')
    : OPEN;
}
