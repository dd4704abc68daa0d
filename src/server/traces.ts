import 'server-only';
import { writeTraceCsv } from '@/core/exchange/trace-csv';
import { currentReadings } from '@/core/steps/current-readings';
import { wholeRun } from '@/store/runs';
import type { Context } from './context';

/**
 * A recorded load of a run as a file in the open format: the one of a reading, or the one that stands now; undefined where
 * there is none.
 */
export async function traceFile(
  context: Context,
  runId: string,
  readingId: string | null,
): Promise<{ readonly name: string; readonly text: string } | undefined> {
  const whole = await wholeRun(context.store, runId);
  const asked = whole?.readings.find(({ id }) => id === readingId);
  const load =
    whole &&
    (readingId === null ? currentReadings(whole.readings).last.load : asked?.kind === 'load' ? asked : null);
  const trace = load?.data.trace;
  if (!whole || !load || !trace || trace.length === 0) return undefined;
  const day = new Date(load.takenAtMs).toISOString().slice(0, 10);
  const notes = [
    `battery ${whole.battery.tag}`,
    `load test of ${new Date(load.takenAtMs).toISOString()}`,
    `instrument ${load.instrument}`,
  ];
  return { name: `${whole.battery.tag} load ${day}.csv`, text: writeTraceCsv(trace, notes) };
}
