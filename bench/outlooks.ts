import { pino } from 'pino';
import { renewOutlooks } from '../src/server/outlooks';
import { readSettings } from '../src/server/settings';
import { openStore } from '../src/store/open';

const A_DAY = 2000;
const MEGABYTE = 1_048_576;

/**
 * How long what is expected of every battery takes to work out on a store of its own, with threads as the server has them, and how long
 * for a day's runs once that is done; with what the process that serves needs of memory meanwhile.
 */
async function measure(file: string, threads: string): Promise<void> {
  const settings = readSettings({ DATABASE_URL: `file:${file}`, INTEGRA_THREADS: threads });
  if (!settings.ok) throw new Error(settings.problems.map(({ message }) => message).join('; '));
  const store = await openStore(`file:${file}`);
  const keeper = { settings: settings.value, store, now: Date.now, log: pino({ level: 'error' }) };
  let most = 0;
  const timed = async (label: string) => {
    const startedMs = Date.now();
    const done = await renewOutlooks(keeper, (count) => {
      most = Math.max(most, process.memoryUsage().rss);
      if (count % 10_000 === 0) console.log(`  ${count}, ${((Date.now() - startedMs) / 1000).toFixed(0)} s`);
      return true;
    });
    const seconds = (Date.now() - startedMs) / 1000;
    console.log(
      `${label}: ${done} batteries, ${seconds.toFixed(1)} s, ${(most / MEGABYTE).toFixed(0)} MB with its threads`,
    );
  };
  await timed('All of them');
  const some = `update outlooks set stale = 1 where battery_id in (select battery_id from outlooks limit ${A_DAY})`;
  await store.append([{ sql: some, args: [] }]);
  await timed('A day of runs');
  await store.close();
}

const [file = '', threads = ''] = process.argv.slice(2);
await measure(file, threads);
process.exit(0);
