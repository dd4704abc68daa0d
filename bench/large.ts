import { uuidv7 } from 'uuidv7';
import { importBlocks } from '../src/core/exchange/import/import-blocks';
import { STANDARD_RULES } from '../src/core/rules/standard-rules';
import { rowsIn } from '../src/heavy/read-import';
import { beginImport, knownBatteries, setArrival } from '../src/store/imports';
import { instrumentNumber } from '../src/store/instruments';
import { openStore, type Store } from '../src/store/open';
import { indexArrival } from '../src/store/search';
import { addRows } from '../src/store/stretch-writer';
import { addTechnician } from '../src/store/technicians';
import { type FleetSlice, fleetRows, HEADER } from './fleet-rows';

/** A file of readings holds at most so many rows. */
const ROWS_AN_IMPORT = 100_000;

/**
 * Fills a new file with a fleet: each battery is tested once a visit, and each visit is judged as a file of readings
 * would be. Prints how far it is.
 */
async function makeLarge(file: string, count: number, runs: number): Promise<void> {
  const store = await openStore(`file:${file}`);
  const technicianId = uuidv7();
  const endMs = Date.now();
  await addTechnician(store, { id: technicianId, name: 'Maro Tindell' }, endMs);
  for (let from = 0; from < runs; from += ROWS_AN_IMPORT) {
    const rows = { from, to: Math.min(runs, from + ROWS_AN_IMPORT), of: runs };
    await importOf(store, { rows, count, technicianId, endMs });
    const seconds = Math.round((Date.now() - endMs) / 1000);
    console.log(`  ${rows.to} runs, ${seconds} s`);
  }
  // A fleet lies in many places and is of many makes, which a file of readings does not say.
  const named = "update batteries set place = 'Bay ' || (rowid % 977), model = 'Model ' || (rowid % 41)";
  await store.append([{ sql: named, args: [] }]);
  for (const sql of VEHICLES_SQL) await store.append([{ sql, args: [] }]);
  await store.close();
}

const VEHICLES = 20_000;

/** Two of every five batteries sit in vehicles, two each, fitted over the last six years. */
const VEHICLES_SQL = [
  "update batteries set fitted_on = date('now', '-' || (200 + (rowid * 7) % 2000) || ' days')",
  `with recursive n(i) as (select 0 union all select i + 1 from n where i < ${VEHICLES - 1})
   insert into vehicles (id, name, class, site, engine, joined)
   select randomblob(16), 'Unit ' || i,
     case i % 5 when 0 then 'van' when 1 then 'bus' when 2 then 'plough' when 3 then 'tanker' else 'tractor' end, 'Yard ' || (i % 60),
     case i % 4 when 0 then 'petrol_four' when 1 then 'petrol_six' when 2 then 'diesel_light' else 'diesel_heavy' end,
     'parallel' from n`,
  `insert into slots (id, vehicle_id, battery_id, name, from_on)
   select randomblob(16), v.id, b.id, side.name, b.fitted_on from vehicles v
   join (select '0' as name, 0 as at union all select '1', 1) side
   join batteries b on b.tag_key = 'FH-' || printf('%06d', 2 * cast(substr(v.name, 6) as integer) + side.at)`,
];

async function importOf(
  store: Store,
  {
    rows,
    count,
    technicianId,
    endMs,
  }: {
    readonly rows: FleetSlice;
    readonly count: number;
    readonly technicianId: string;
    readonly endMs: number;
  },
): Promise<void> {
  const importId = uuidv7();
  const number = await store.write(async (transaction) => {
    await beginImport(transaction, {
      id: importId,
      source: 'file',
      name: `fleet from ${rows.from}`,
      runs: 0,
      newBatteries: 0,
      madeAtMs: endMs,
      madeById: technicianId,
      state: 'arriving',
      undoneAtMs: null,
      undoneById: null,
    });
    return instrumentNumber(transaction, 'file', endMs);
  });
  const readAs = { mapping: HEADER, fixed: {} };
  const become = {
    importId,
    technicianId,
    madeAtMs: endMs,
    complaint: null,
    instrument: 'file',
    place: '',
    instrumentNumber: number,
    rules: STANDARD_RULES,
  };
  const ended = await store.exclusively((open) =>
    rowsIn(importBlocks(fleetRows(count, rows, endMs), readAs, STANDARD_RULES), become, {
      known: async (keys) => [...(await store.read((database) => knownBatteries(database, keys)))],
      store: async (stretch) => {
        const outcome = addRows(open, stretch);
        if (!outcome.stored) throw new Error(`${outcome.code} ${outcome.message}`);
        return true;
      },
    }),
  );
  if (!ended.ok) throw new Error(ended.problems[0]?.message);
  const { runs, newBatteries } = ended.value;
  await indexArrival(store, importId);
  await store.write((transaction) => setArrival(transaction, importId, { runs, newBatteries, state: 'in' }));
}

const [file = '', count = '100000', runs = '1000000'] = process.argv.slice(2);
await makeLarge(file, Number(count), Number(runs));
