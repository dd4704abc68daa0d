import { fail, problem, type Result, succeed } from '../quantity/result';
import { type Recording, stepOf } from './recording';
import type { RawRows } from './row-reader';
import { medianOf, quantileOf } from './statistics';

/** A recording as it can be used, and what was put right on the way, a sentence each. */
export interface PutRight {
  readonly recording: Recording;
  readonly told: readonly string[];
}

/** Of so many rows that are out of order or unreadable one is a slip; of more the file is not what it seems. */
const SLIPS = 0.01;
const MOST_BAD = 0.2;

/**
 * Puts right what can be put right of a recording, and says so: rows that cannot be read, times that run backwards or stand still,
 * values that are missing, channels that were swapped. What makes no sense at all is refused.
 */
export function putRight(raw: RawRows): Result<PutRight> {
  const total = raw.seconds.length + raw.badRows;
  const [firstBad] = raw.firstBad;
  if (raw.seconds.length < 2) {
    const found = firstBad ? `“${firstBad.found}” in line ${firstBad.line}` : `${raw.seconds.length} rows`;
    return fail(problem('samples', found, 'at least two rows of numbers'));
  }
  if (raw.badRows > MOST_BAD * total && firstBad)
    return fail(
      problem(
        `line ${firstBad.line}`,
        firstBad.found,
        `numbers; ${raw.badRows} of ${total} rows cannot be read`,
      ),
    );
  const told: string[] = [];
  if (firstBad)
    told.push(
      `${rowsOf(raw.badRows)} could not be read and ${raw.badRows === 1 ? 'is' : 'are'} left out, the first in line ${firstBad.line}: “${firstBad.found}”.`,
    );
  if (raw.isCut) told.push(`More rows follow than are read: the first ${raw.seconds.length} are.`);
  const ordered = inOrder({ seconds: raw.seconds, volts: raw.volts, amps: raw.amps }, told);
  if (!ordered.ok) return ordered;
  const filled = withoutHoles(spread(ordered.value, told), told);
  const placed = swapped(filled, told);
  tellGaps(placed, told);
  return succeed({ recording: placed, told });
}

const rowsOf = (count: number) => (count === 1 ? '1 row' : `${count} rows`);

/** Rows in the order of their times: a few that run backwards are left out, all of them are turned round. */
function inOrder(recording: Recording, told: string[]): Result<Recording> {
  const { seconds } = recording;
  let backwards = 0;
  let forwards = 0;
  for (let at = 1; at < seconds.length; at++) {
    const step = (seconds[at] ?? 0) - (seconds[at - 1] ?? 0);
    if (step < 0) backwards++;
    else if (step > 0) forwards++;
  }
  if (backwards === 0) return forwards > 0 ? succeed(recording) : standsStill(seconds);
  if (forwards === 0) {
    told.push('The rows run backwards in time: they are turned round.');
    return succeed(mapped(recording, (values) => values.slice().reverse()));
  }
  if (backwards > Math.max(2, SLIPS * seconds.length))
    return fail(
      problem(
        'time',
        `${backwards} of ${seconds.length} rows run backwards`,
        'times that rise from row to row',
      ),
    );
  const kept: number[] = [];
  let latest = Number.NEGATIVE_INFINITY;
  for (let at = 0; at < seconds.length; at++) {
    if ((seconds[at] ?? 0) < latest) continue;
    latest = seconds[at] ?? 0;
    kept.push(at);
  }
  // A single time far ahead would cost all that follows: then it is the one that is wrong.
  if (kept.length < (1 - 2 * SLIPS) * seconds.length - 2)
    return fail(problem('time', `a jump ahead and back`, 'times that rise from row to row'));
  told.push(`${rowsOf(seconds.length - kept.length)} run backwards in time and are left out.`);
  return succeed(mapped(recording, (values) => Float64Array.from(kept, (at) => values[at] ?? Number.NaN)));
}

const standsStill = (seconds: Float64Array) =>
  fail(problem('time', `${seconds[0]} in all ${seconds.length} rows`, 'times that rise from row to row'));

function mapped(recording: Recording, change: (values: Float64Array) => Float64Array): Recording {
  const { seconds, volts, amps } = recording;
  return { seconds: change(seconds), volts: volts && change(volts), amps: amps && change(amps) };
}

/** Times that stand still were written too coarsely: rows of one time are spread evenly up to the next. */
function spread(recording: Recording, told: string[]): Recording {
  const { seconds } = recording;
  let still = 0;
  for (let at = 1; at < seconds.length; at++) if (seconds[at] === seconds[at - 1]) still++;
  if (still === 0) return recording;
  const even = new Float64Array(seconds.length);
  for (let from = 0; from < seconds.length; ) {
    let to = from + 1;
    while (to < seconds.length && seconds[to] === seconds[from]) to++;
    const next = seconds[to];
    const here = seconds[from] ?? 0;
    const before = from > 0 ? (even[from - 1] ?? here) : here - 1;
    const width = next === undefined ? Math.max(here - before, 1e-9) : next - here;
    for (let at = from; at < to; at++) even[at] = here + (width * (at - from)) / (to - from);
    from = to;
  }
  told.push(`${rowsOf(still)} repeat the time of the row before: they are spread evenly up to the next.`);
  return { ...recording, seconds: even };
}

/** A value that is missing stands on the line between its neighbours. */
function withoutHoles(recording: Recording, told: string[]): Recording {
  let filled = 0;
  const { seconds } = recording;
  const fill = (values: Float64Array): Float64Array | null => {
    if (!values.some(Number.isNaN)) return values;
    const whole = values.slice();
    let last = -1;
    for (let at = 0; at < whole.length; at++) {
      if (Number.isNaN(whole[at])) continue;
      for (let hole = last + 1; hole < at; hole++) {
        filled++;
        const share =
          last < 0
            ? 1
            : ((seconds[hole] ?? 0) - (seconds[last] ?? 0)) / ((seconds[at] ?? 0) - (seconds[last] ?? 0));
        const [before, after] = [last < 0 ? (whole[at] ?? 0) : (whole[last] ?? 0), whole[at] ?? 0];
        whole[hole] = before + share * (after - before);
      }
      last = at;
    }
    if (last < 0) return null;
    for (let hole = last + 1; hole < whole.length; hole++) {
      filled++;
      whole[hole] = whole[last] ?? 0;
    }
    return whole;
  };
  const { volts, amps } = recording;
  const whole = { seconds, volts: volts && fill(volts), amps: amps && fill(amps) };
  if (filled > 0)
    told.push(
      `${filled === 1 ? '1 value is' : `${filled} values are`} missing or no number and ${filled === 1 ? 'is' : 'are'} taken from the neighbours.`,
    );
  return whole;
}

/** A voltage of hundreds beside a current that looks like a battery’s voltage: the channels were swapped. */
function swapped(recording: Recording, told: string[]): Recording {
  const { volts, amps } = recording;
  if (!volts || !amps || likeABattery(volts) || !likeABattery(amps)) return recording;
  told.push(
    'The channels are swapped: what is called current looks like a voltage, and the other way round.',
  );
  return { ...recording, volts: amps, amps: volts };
}

/** In the middle between what 6 and 24 V can be, and never far from it. */
function likeABattery(values: Float64Array): boolean {
  const middle = medianOf(values);
  return middle > 4 && middle < 33 && quantileOf(values, 0.02) > 0 && quantileOf(values, 0.98) < 1.6 * middle;
}

const MOST_GAPS_TOLD = 3;
const GAP_STEPS = 20;

function tellGaps(recording: Recording, told: string[]): void {
  const { seconds } = recording;
  const usual = stepOf(recording);
  const gaps: string[] = [];
  let count = 0;
  for (let at = 1; at < seconds.length; at++) {
    const step = (seconds[at] ?? 0) - (seconds[at - 1] ?? 0);
    if (step < GAP_STEPS * usual) continue;
    count++;
    if (gaps.length < MOST_GAPS_TOLD)
      gaps.push(`${step.toPrecision(3)} s at ${(seconds[at - 1] ?? 0).toFixed(2)} s`);
  }
  // Logs that write only what changes have steps of every length.
  if (count === 0 || count > seconds.length / 20) return;
  told.push(
    `Nothing was recorded for ${gaps.join(', ')}${count > gaps.length ? ` and ${count - gaps.length} times more` : ''}.`,
  );
}
