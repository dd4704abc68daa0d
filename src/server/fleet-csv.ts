import 'server-only';
import { csvText, defused } from '@/core/exchange/csv-text';
import { type FleetQuery, fleetQueryFrom } from '@/core/exchange/fleet-query';
import type { FleetPage, FleetRow } from '@/core/exchange/fleet-views';
import { coldCsv } from './cold';
import type { Context } from './context';
import { idleBatteries, readsOff, storeC, warrantyClaims, wearingVehicles } from './fleet-answers';
import { fleetPage, isListQuestion } from './fleet-list';
import { planCsv } from './plan';
import { setsAsked, setsCsv } from './sets';

const day = (atMs: number | null) => (atMs === null ? '' : new Date(atMs).toISOString().slice(0, 10));
const fixed = (value: number, digits: number) => value.toFixed(digits);
const MOST_ROWS = 100_000;
const STRETCH = 500;
/** Units that are ticked one by one. */
const MOST_CHOSEN = 500;

const isId = (word: string) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(word);

/** All rows of a list, read by stretches, so that a large fleet goes out as well; or those of them that were ticked. */
async function allRows(
  context: Context,
  asked: FleetQuery,
  chosen: readonly string[] | null,
): Promise<FleetRow[]> {
  const rows: FleetRow[] = [];
  let after: string | null = null;
  do {
    const page: FleetPage = await fleetPage(context, asked, { after, limit: STRETCH, among: chosen });
    rows.push(...page.rows);
    after = page.next;
  } while (after !== null && rows.length < MOST_ROWS);
  return rows;
}

/** The answer to a question as CSV, as its address asks it. */
export async function fleetCsv(
  context: Context,
  ask: string,
  query: Readonly<Record<string, string | undefined>> = {},
): Promise<string> {
  switch (ask) {
    case 'cold':
      return coldCsv(context);
    case 'buy':
      return planCsv(context, query);
    case 'sets':
      return setsCsv(context, setsAsked(query));
    case 'vehicles':
      return csvText([
        ['vehicle', 'batteries_gone', 'mean_years', 'against_fleet', 'cost', 'cautions'],
        ...(await wearingVehicles(context)).map(({ name, gone, meanYears, times, cost, cautions }) => [
          ...[defused(name), String(gone), fixed(meanYears, 2), fixed(times, 2), fixed(cost, 2)],
          cautions.map(({ text }) => text).join('; '),
        ]),
      ]);
    case 'idle':
      return csvText([
        ['tag', 'place', 'read_at', 'read_pct', 'now_pct', 'top_up_by'],
        ...(await idleBatteries(context, storeC(query.celsius))).map(
          ({ battery, readAtMs, readPct, nowPct, topUpByMs }) => [
            ...[
              defused(battery.tag),
              defused(battery.place),
              day(readAtMs),
              fixed(readPct, 0),
              fixed(nowPct, 0),
            ],
            day(topUpByMs),
          ],
        ),
      ]);
    case 'warranty':
      return csvText([
        ['tag', 'model', 'fitted_on', 'warranty_to', 'retired_at', 'runs'],
        ...(await warrantyClaims(context)).map(({ battery, warrantyTo, retiredMs, runs }) => [
          ...[defused(battery.tag), defused(battery.model), battery.fittedOn ?? '', warrantyTo],
          ...[day(retiredMs), runs.map(({ id }) => id).join(' ')],
        ]),
      ]);
    case 'instruments':
      return csvText([
        ['what', 'name', 'reads_off', 'sd', 'readings', 'told'],
        ...(await readsOff(context)).map(({ what, name, pct, sd, readings, isTold: told }) => [
          ...[what, defused(name), fixed(pct, 1), fixed(sd, 1), String(readings), told ? 'yes' : 'no'],
        ]),
      ]);
    default: {
      const question = isListQuestion(ask) ? ask : 'first';
      const chosen = query.ids?.split(',').filter(isId).slice(0, MOST_CHOSEN) ?? null;
      const rows = await allRows(context, fleetQueryFrom(query, question), chosen);
      return csvText([
        [
          ...['tag', 'type', 'place', 'vehicle', 'verdict', 'soh_pct', 'soh_sd', 'slope_per_year'],
          ...[
            'cross_p10',
            'cross_p50',
            'cross_p90',
            'fail_90d',
            'fail_365d',
            'wait_cost_90d',
            'next_check',
            'tested_at',
          ],
        ],
        ...rows.map(({ battery, outlook, vehicle, newest }) => [
          ...[defused(battery.tag), battery.type, defused(battery.place), defused(vehicle?.name ?? '')],
          ...[newest?.verdict ?? '', fixed(outlook.healthPct, 1), fixed(outlook.healthSdPct, 1)],
          ...[
            fixed(outlook.slopePct, 2),
            day(outlook.crossP10Ms),
            day(outlook.crossP50Ms),
            day(outlook.crossP90Ms),
          ],
          ...[
            fixed(outlook.fails90, 4),
            fixed(outlook.fails365, 4),
            outlook.waitCost === null ? '' : fixed(outlook.waitCost, 2),
            day(outlook.nextCheckMs),
            day(newest?.atMs ?? null),
          ],
        ]),
      ]);
    }
  }
}
