import { fail, problem, type Result, succeed } from '../quantity/result';
import { indexAt, type Recording } from './recording';

/** Two sweeps of one start are about as long: one that covers less of the other is of something else. */
const LEAST_OVERLAP = 0.5;

/**
 * Two recordings of the same start from separate sweeps, one of the voltage and one of the current, as one: on the moments of the
 * first, what the second says between its own. Both clocks begin at the same trigger.
 */
export function joined(one: Recording, other: Recording): Result<Recording> {
  const wanted = one.volts ? 'amps' : 'volts';
  const values = other[wanted];
  if (one.volts && one.amps)
    return fail(problem('recording', 'voltage and current', 'a recording that lacks one of them'));
  if (!values)
    return fail(
      problem(
        'second file',
        wanted === 'amps' ? 'no current' : 'no voltage',
        wanted === 'amps' ? 'its current' : 'its voltage',
      ),
    );
  const { seconds } = one;
  const [fromS, toS] = [other.seconds[0] ?? 0, other.seconds.at(-1) ?? 0];
  const [from, to] = [indexAt(seconds, fromS), indexAt(seconds, toS + 1e-9)];
  if (to - from < Math.max(2, LEAST_OVERLAP * seconds.length))
    return fail(
      problem(
        'second file',
        `${fromS.toFixed(2)} to ${toS.toFixed(2)} s`,
        `about the same ${(seconds[0] ?? 0).toFixed(2)} to ${(seconds.at(-1) ?? 0).toFixed(2)} s`,
      ),
    );
  const moments = seconds.slice(from, to);
  const between = moments.map((moment) => valueAt(other.seconds, values, moment));
  const [volts, amps] =
    wanted === 'amps'
      ? [one.volts?.slice(from, to) ?? null, between]
      : [between, one.amps?.slice(from, to) ?? null];
  return succeed({ seconds: moments, volts, amps });
}

function valueAt(seconds: Float64Array, values: Float64Array, moment: number): number {
  const after = Math.min(seconds.length - 1, indexAt(seconds, moment));
  const before = Math.max(0, after - 1);
  const [from, to] = [seconds[before] ?? 0, seconds[after] ?? 0];
  const share = to > from ? Math.min(1, Math.max(0, (moment - from) / (to - from))) : 1;
  return (values[before] ?? 0) + share * ((values[after] ?? 0) - (values[before] ?? 0));
}
