import 'server-only';
import { group } from 'd3-array';
import { csvText, defused } from '@/core/exchange/csv-text';
import { SET_SIZES, type SetStanding, type SetsAsked, type SetsView } from '@/core/exchange/set-views';
import type { BatteryRecord } from '@/core/exchange/views';
import { setAdvice } from '@/core/history/sets';
import type { JoinedSet, SetCandidate } from '@/core/planning/mismatch';
import { oneOrAll } from '@/core/planning/one-or-all';
import { bestPartner } from '@/core/planning/pairing';
import { costsOf } from '@/core/planning/purchase-plan';
import { ratingWords } from '@/core/report/rating-words';
import { type PlanAt, planUnits } from '@/heavy/plan-ahead';
import { onTheShelf, type Seated, seated } from '@/store/fleet';
import { learnedHere } from '@/store/learned';
import { siteOf } from '@/store/sites';
import { allVehicles, slotsOfBatteries } from '@/store/vehicles';
import type { Context } from './context';
import { offLoop } from './threads';

const MS_PER_YEAR = 365.25 * 86_400_000;
const MOST_SEATED = 5000;
/** A shelf of more is paired of its strongest. */
const MOST_ON_SHELF = 400;

/** How a shelf is to be made into sets, as an address says it: pairs side by side where it does not. */
export function setsAsked({ size, joined }: Readonly<Record<string, string | undefined>>): SetsAsked {
  return {
    size: SET_SIZES.find((one) => String(one) === size) ?? 2,
    joined: joined === 'series' ? 'series' : 'parallel',
  };
}

/** How the sets in vehicles stand, and the best ones out of what stands unused. */
export async function setsView(context: Context, asked: SetsAsked): Promise<SetsView> {
  const nowMs = context.now();
  const read = await context.store.read(async (database) => ({
    units: await seated(database, MOST_SEATED),
    vehicles: new Map((await allVehicles(database)).map((vehicle) => [vehicle.id, vehicle] as const)),
    shelf: await onTheShelf(database, MOST_ON_SHELF),
    costs: ((await siteOf(database)) ?? context.site).costs,
    learned: await learnedHere(database),
    surroundings: context.site,
  }));
  const slots = await slotsOfBatteries(
    context.store,
    read.units.map(({ battery }) => battery.id),
  );
  const slotName = (id: string) => slots.get(id)?.find(({ toOn }) => toOn === null)?.name ?? '';
  const candidates = read.shelf.map(({ battery, outlook, restVolts }) =>
    candidateOf(battery, outlook.healthPct, { restVolts, nowMs }),
  );
  const standing = [...group(read.units, ({ vehicle }) => vehicle.id)].flatMap(([id, units]) => {
    const joined = read.vehicles.get(id)?.joined;
    if (units.length < 2 || (joined !== 'series' && joined !== 'parallel')) return [];
    return standingOf(units, { ...read, nowMs, joined, slotName, candidates }) ?? [];
  });
  return {
    standing: standing.sort((one, other) => weight(other) - weight(one)),
    asked,
    pairing: await offLoop(context, 'pairing', { units: candidates, asked }, {}),
    places: Object.fromEntries(read.shelf.map(({ battery }) => [battery.id, battery.place])),
    currency: context.site.currency,
  };
}

/** A battery as the making of sets knows it. */
const candidateOf = (
  battery: BatteryRecord,
  healthPct: number,
  { restVolts, nowMs }: { readonly restVolts: number | null; readonly nowMs: number },
): SetCandidate => ({
  id: battery.id,
  tag: battery.tag,
  healthPct,
  restVolts,
  kind: `${battery.type} ${battery.nominalVolts} V ${ratingWords(battery)}`,
  ageYears: ageOf(battery.fittedOn, nowMs),
});

const ageOf = (fittedOn: string | null, nowMs: number) =>
  fittedOn === null ? null : (nowMs - Date.parse(fittedOn)) / MS_PER_YEAR;

/** Those that need something first: one that drags, then those that drift, then by how far apart they are. */
const WEIGHTS = { drags: 2000, uneven: 1000, even: 0 } as const;
const weight = ({ advice, apartPct }: SetStanding) => WEIGHTS[advice.kind] + apartPct;

function standingOf(
  some: readonly Seated[],
  at: PlanAt & {
    readonly joined: 'series' | 'parallel';
    readonly slotName: (id: string) => string;
    readonly candidates: readonly SetCandidate[];
  },
): SetStanding | null {
  const [first] = some;
  // A kind's forecast alone says nothing of one unit beside another.
  const read = some.filter(({ outlook }) => outlook.tests > 0);
  const units = read.map(({ battery, outlook }) => ({
    id: battery.id,
    tag: battery.tag,
    slot: at.slotName(battery.id),
    healthPct: outlook.healthPct,
    healthSdPct: outlook.healthSdPct,
    slopePct: outlook.slopePct,
    ageYears: ageOf(battery.fittedOn, at.nowMs),
  }));
  const advice = setAdvice(units);
  if (!first || advice === null) return null;
  const { id, name } = first.vehicle;
  return {
    vehicle: { id, name },
    joined: at.joined,
    units,
    advice,
    apartPct: spread(units.map(({ healthPct }) => healthPct)),
    apartInAYearPct: spread(units.map(({ healthPct, slopePct }) => Math.max(0, healthPct + slopePct))),
    money: advice.kind === 'drags' ? moneyOf(read, at) : null,
    partner: advice.kind === 'drags' ? partnerOf(read, advice.unit.id, at) : null,
  };
}

const spread = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

/** What was read at rest in a vehicle says nothing of one at rest on a shelf: it counts as not known. */
function partnerOf(
  units: readonly Seated[],
  dragsId: string,
  { candidates, joined, nowMs }: { candidates: readonly SetCandidate[]; joined: JoinedSet; nowMs: number },
) {
  const siblings = units
    .filter(({ battery }) => battery.id !== dragsId)
    .map(({ battery, outlook }) => candidateOf(battery, outlook.healthPct, { restVolts: null, nowMs }));
  return bestPartner(siblings, candidates, joined);
}

function moneyOf(units: readonly Seated[], at: PlanAt) {
  const members = planUnits(units, at).map((unit) => ({
    id: unit.id,
    aDay: unit.aDay,
    costs: costsOf(unit, at.nowMs),
    healthPct: units.find(({ battery }) => battery.id === unit.id)?.outlook.healthPct ?? 0,
  }));
  return oneOrAll(members, at.costs.visit);
}

/** The sets of the fleet and of the shelf as CSV. */
export async function setsCsv(context: Context, asked: SetsAsked): Promise<string> {
  const { standing, pairing, places } = await setsView(context, asked);
  return csvText([
    ['set', 'where', 'tag', 'soh_pct', 'apart_pct', 'apart_in_a_year_pct', 'mismatch', 'standing'],
    ...standing.flatMap(({ vehicle, units, apartPct, apartInAYearPct, advice }) =>
      units.map(({ tag, slot, healthPct }) => [
        ...[defused(vehicle.name), defused(slot), defused(tag), healthPct.toFixed(1)],
        ...[apartPct.toFixed(1), apartInAYearPct.toFixed(1), '', advice.kind],
      ]),
    ),
    ...pairing.sets.flatMap((set, at) =>
      set.units.map(({ id, tag, healthPct }) => [
        ...[`shelf ${at + 1}`, defused(places[id] ?? ''), defused(tag), healthPct.toFixed(1)],
        ...['', '', set.mismatch.toFixed(3), 'to be made'],
      ]),
    ),
    ...pairing.left.map(({ id, tag, healthPct }) => [
      ...['', defused(places[id] ?? ''), defused(tag), healthPct.toFixed(1), '', '', '', 'fits none'],
    ]),
  ]);
}
