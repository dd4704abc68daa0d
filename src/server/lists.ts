import 'server-only';
import { csvText } from '@/core/exchange/csv-text';
import { BATTERY_COLUMNS, batteryCells, RUN_COLUMNS, runCells } from '@/core/exchange/list-csv';
import { searchBatteries } from '@/store/batteries';
import { finishedRuns } from '@/store/runs';
import type { Whereabouts } from '@/store/search';
import type { Context } from './context';
import { startOfToday } from './site';

const ROWS_A_PIECE = 500;

/** The batteries that match the words, as the pieces of a CSV file. */
export async function* batteriesCsv(context: Context, words: string): AsyncGenerator<string> {
  const { store } = context;
  yield csvText([BATTERY_COLUMNS]);
  for (let where: Whereabouts = null; ; ) {
    const { batteries, more, ends } = await searchBatteries(store, words, where, ROWS_A_PIECE);
    yield csvText(batteries.map(batteryCells));
    if (!more) return;
    where = { after: ends[1] };
  }
}

/** Which runs a list holds: those of one battery, those finished today, or all. */
export interface RunsAsked {
  readonly batteryId?: string | null;
  readonly today?: boolean;
}

/** Finished runs as the pieces of a file of readings with their grading. */
export async function* runsCsv(
  context: Context,
  { batteryId = null, today = false }: RunsAsked,
): AsyncGenerator<string> {
  const { store } = context;
  const sinceMs = today ? startOfToday(context) : null;
  yield csvText([RUN_COLUMNS]);
  let afterId = '';
  for (;;) {
    const runs = await finishedRuns(store, { batteryId, sinceMs, afterId, limit: ROWS_A_PIECE });
    yield csvText(
      runs.flatMap(({ run, battery, assessment }) =>
        assessment ? [runCells(battery.tag, run.startedAtMs, assessment)] : [],
      ),
    );
    if (runs.length < ROWS_A_PIECE) return;
    afterId = runs.at(-1)?.run.id ?? '';
  }
}
