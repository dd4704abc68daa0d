import { coldDemand } from '../vehicle/engine';
import type { Examined } from './examine';

/** Whether something is a reason to look further. */
export type Weight = 'sound' | 'look' | 'bad';

/** What a recording means, in a sentence, with what it rests on. */
export interface Meaning {
  readonly weight: Weight;
  readonly text: string;
}

/** What is known beside the recording. */
export interface Beside {
  /** Of the starting path as drops of this check have it, mΩ; null where none was read. */
  readonly cablesMilliohms: number | null;
  /** What a start of this engine usually takes to crank it, A of its system: from, to. */
  readonly usualAmps: readonly [number, number] | null;
  /** Of the engine when it was cranked; null where nobody said. */
  readonly temperatureC: number | null;
  readonly regulated: readonly [number, number];
}

/** The first dip alone: down to here it is unremarkable, V of 12 V. Rule of the trade. */
export const INRUSH_FLOOR = 8.5;
/** V of 12 V. A model of ours. */
const MOST_UNSURE_DIP = 0.3;
/** Turned more slowly, an engine hardly starts, rpm. Rule of the trade. */
const SLOW_RPM = { petrol: 150, diesel: 120 } as const;
/** Ripple: sound below the first, diodes above the second, V. Rule of the trade. */
const RIPPLE = { sound: 0.1, bad: 0.5 } as const;
/** A charged battery takes less than this some minutes after a start, A; steadily more is without end. Rule of the trade. */
const ENDLESS_AMPS = 30;

/** What a recording means for the battery, the cables, the starter, the engine and the alternator. */
export function meaningOf(
  { features, cranks, systemVolts }: Pick<Examined, 'features' | 'cranks' | 'systemVolts'>,
  { cablesMilliohms, usualAmps, temperatureC, regulated }: Beside,
  isDiesel: boolean,
): Meaning[] {
  const { values, phaseMissing, evenness } = features;
  const k = systemVolts / 12;
  const meanings: Meaning[] = [];
  const say = (weight: Weight, text: string) => meanings.push({ weight, text });
  const failed = cranks.filter(({ started }) => started === false).length;
  if (cranks.length > 1)
    say('look', `${cranks.length} attempts; ${failed === 1 ? 'one' : failed} did not start.`);
  else if (failed === 1) say('look', 'It was cranked and did not start, or was kept from it.');
  const { inrush_v: dip, supply_mohm: supply, plateau_a: current, crank_rpm: speed } = values;
  // One that was sampled too slowly to be caught says nothing.
  if (dip && dip.sd < MOST_UNSURE_DIP * k)
    say(
      dip.value >= INRUSH_FLOOR * k ? 'sound' : 'look',
      dip.value >= INRUSH_FLOOR * k
        ? `The first dip to ${dip.value.toFixed(1)} V is unremarkable.`
        : `The first dip goes to ${dip.value.toFixed(1)} V, below ${(INRUSH_FLOOR * k).toFixed(1)} V: read it with the charge, and with what follows.`,
    );
  if (supply) {
    const battery = supply.value;
    if (cablesMilliohms !== null && cablesMilliohms > 0) {
      const share = (100 * battery) / (battery + cablesMilliohms);
      say(
        'sound',
        `Of what stands before the starter ${battery.toFixed(1)} mΩ are the battery and ${cablesMilliohms.toFixed(1)} mΩ the cables: ${share.toFixed(0)} % and ${(100 - share).toFixed(0)} %.`,
      );
    } else
      say(
        'sound',
        `The supply has ${battery.toFixed(1)} mΩ up to where it was recorded. The drops of the starting path would part battery and cables.`,
      );
  }
  if (current && usualAmps) {
    const times = temperatureC === null ? 1 : coldDemand(temperatureC);
    const [from, to] = [usualAmps[0] * times, usualAmps[1] * times];
    const usual = `${from.toFixed(0)} to ${to.toFixed(0)} A are usual ${temperatureC === null ? 'for a warm one' : `at ${temperatureC.toFixed(0)} °C`}`;
    if (current.value > 1.3 * to)
      say(
        'look',
        `It takes ${current.value.toFixed(0)} A to turn, where ${usual}: a stiff engine or a dragging starter${temperatureC === null ? ', or cold' : ''}.`,
      );
    else if (current.value < 0.7 * from)
      say(
        'look',
        `It takes only ${current.value.toFixed(0)} A to turn, where ${usual}: a bad connection keeps the current down, or compression is missing.`,
      );
  }
  if (speed) {
    const slow = isDiesel ? SLOW_RPM.diesel : SLOW_RPM.petrol;
    if (speed.value < slow)
      say('bad', `It turns at ${speed.value.toFixed(0)} rpm only; below ${slow} it hardly starts.`);
    else say('sound', `It turns at ${speed.value.toFixed(0)} rpm.`);
  }
  if (values.weak_cylinder)
    say(
      'bad',
      `One cylinder compresses ${(100 * values.weak_cylinder.value).toFixed(0)} % less than the others: a matter of the engine, not of the battery.`,
    );
  else if (evenness) say('sound', 'Its cylinders compress alike.');
  charging(say, { values, phaseMissing }, regulated, k);
  return meanings;
}

function charging(
  say: (weight: Weight, text: string) => void,
  { values, phaseMissing }: Pick<Examined['features'], 'values' | 'phaseMissing'>,
  [low, high]: readonly [number, number],
  k: number,
): void {
  const { charging_v: held, ripple_v: ripple, net_end_a: net, taper_tau_s: tau, start_s: started } = values;
  if (held) {
    if (held.value > high * k)
      say(
        'bad',
        `It charges at ${held.value.toFixed(2)} V, above ${(high * k).toFixed(1)} V: the regulator. A new battery would be boiled too.`,
      );
    else if (held.value < low * k)
      say(
        'look',
        `It charges at ${held.value.toFixed(2)} V, below ${(low * k).toFixed(1)} V: a managed one may, others do not.`,
      );
    else say('sound', `It charges at ${held.value.toFixed(2)} V.`);
  } else if (started) say('look', 'Nothing charges by the end of the recording.');
  if (phaseMissing) say('bad', 'A phase of the alternator is missing: a diode, or a winding.');
  else if (ripple && ripple.value > RIPPLE.bad * k)
    say('bad', `The ripple of ${ripple.value.toFixed(2)} V is far too much: diodes.`);
  else if (ripple && phaseMissing === false)
    say('sound', `All phases are there; the ripple is ${ripple.value.toFixed(3)} V.`);
  if (!net) return;
  if (net.value < -1)
    say('bad', `With the engine running ${(-net.value).toFixed(0)} A still flow out of the battery.`);
  else if (tau && net.value < ENDLESS_AMPS / k)
    say(
      'sound',
      `The battery takes less and less, with a time constant of ${tau.value.toFixed(0)} s, and ${net.value.toFixed(1)} A at the end: it was charged.`,
    );
  else if (net.value >= ENDLESS_AMPS / k)
    say(
      'look',
      `The battery still takes ${net.value.toFixed(0)} A at the end: an empty one does for an hour, a failing one without end.`,
    );
}
