import type { Static } from '@sinclair/typebox';
import type { Duty } from '../battery/duty';
import { type Problem, problem, type Result, succeed } from '../quantity/result';
import { Type } from '../quantity/type';
import { VEHICLE_CLASSES, type VehicleClass } from '../vehicle/vehicle';

const MOST = 1_000_000;
const money = (description: string) => Type.Number({ minimum: 0, maximum: MOST, description });
const classes = Object.keys(VEHICLE_CLASSES) as VehicleClass[];

/** What batteries, work and standing still cost a site, in its own currency. */
export const CostsSchema = Type.Object(
  {
    starting: money('price of a starting battery'),
    deepCycle: money('price of a deep-cycle battery'),
    labour: money('labour of a change'),
    visit: money('a visit of its own'),
    breakdown: money('a breakdown, callout and tow'),
    standstill: Type.Object(
      Object.fromEntries(
        classes.map((name) => [name, money(`${VEHICLE_CLASSES[name].toLowerCase()} standing still`)]),
      ) as Record<VehicleClass, ReturnType<typeof money>>,
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false },
);
export type Costs = Static<typeof CostsSchema>;

/** What a site begins with until it says otherwise. Figures of ours. */
export const STANDARD_COSTS: Costs = {
  starting: 140,
  deepCycle: 210,
  labour: 40,
  visit: 60,
  breakdown: 250,
  standstill: {
    van: 150,
    bus: 350,
    tractor: 250,
    plough: 800,
    tanker: 600,
    generator: 600,
    boat: 300,
    winch: 200,
    stacker: 200,
    service: 300,
  },
};

/** What a unit costs as it is changed beforehand, without the visit, and as it fails at work. */
export interface ChangeCosts {
  readonly planned: number;
  readonly failed: number;
  readonly visit: number;
}

/** The costs of a unit of a duty that sits in a vehicle of a class. */
export function changeCosts(costs: Costs, duty: Duty, vehicleClass: VehicleClass): ChangeCosts {
  const planned = (duty === 'deep_cycle' ? costs.deepCycle : costs.starting) + costs.labour;
  return {
    planned,
    failed: planned + costs.breakdown + costs.standstill[vehicleClass],
    visit: costs.visit,
  };
}

/** What failing adds to a change: what a breakdown and standing still cost. */
export const costOfFailing = (costs: Costs, vehicleClass: VehicleClass): number =>
  costs.breakdown + costs.standstill[vehicleClass];

/** A cost that a site fills in: where it is kept, and what it is called. */
export interface CostField {
  readonly path: string;
  readonly label: string;
  readonly of: (costs: Costs) => number;
}

type Plain = Exclude<keyof Costs, 'standstill'>;
const PLAIN: Readonly<Record<Plain, string>> = {
  starting: 'Starting battery',
  deepCycle: 'Deep-cycle battery',
  labour: 'Labour of a change',
  visit: 'A visit of its own',
  breakdown: 'Callout and tow',
};

/** What costs whichever vehicle it is, and what each kind costs that stands still. */
export const COST_FIELDS: readonly CostField[] = (Object.keys(PLAIN) as Plain[]).map((name) => ({
  path: name,
  label: PLAIN[name],
  of: (costs: Costs) => costs[name],
}));
export const STANDSTILL_FIELDS: readonly CostField[] = classes.map((name) => ({
  path: `standstill.${name}`,
  label: VEHICLE_CLASSES[name],
  of: ({ standstill }: Costs) => standstill[name],
}));
const ALL_FIELDS = [...COST_FIELDS, ...STANDSTILL_FIELDS];

/** Two decimals at most: a mark before three signs is one of thousands, and would be read as another amount. */
const AMOUNT = /^\d{1,7}([.,]\d{1,2})?$/;

/** Costs by the paths of their fields, as a form and an address hold them. */
export const costsByPath = (costs: Costs): Record<string, string> =>
  Object.fromEntries(ALL_FIELDS.map(({ path, of }) => [path, String(of(costs))]));

/** What of some costs differs from a site's own, by path: only that goes into an address. */
export function changedCosts({
  costs,
  own,
}: {
  readonly costs: Costs;
  readonly own: Costs;
}): Record<string, string> {
  const before = costsByPath(own);
  return Object.fromEntries(
    Object.entries(costsByPath(costs)).filter(([path, text]) => before[path] !== text),
  );
}

/** Costs out of a form or an address: what it does not name is as it was; what is no amount is told by its name. */
export function costsFrom(written: Readonly<Record<string, string | undefined>>, base: Costs): Result<Costs> {
  const values = new Map(ALL_FIELDS.map(({ path, of }) => [path, of(base)] as const));
  const problems: Problem[] = [];
  for (const { path, label } of ALL_FIELDS) {
    const text = written[path]?.trim();
    if (text === undefined) continue;
    const read = AMOUNT.test(text) ? Number(text.replace(',', '.')) : Number.NaN;
    if (read <= MOST) values.set(path, read);
    else
      problems.push({
        ...problem(label, text, `an amount from 0 to ${MOST}, without thousands marked off`),
        field: path,
      });
  }
  if (problems.length > 0) return { ok: false, problems };
  const at = (path: string) => values.get(path) ?? 0;
  return succeed({
    starting: at('starting'),
    deepCycle: at('deepCycle'),
    labour: at('labour'),
    visit: at('visit'),
    breakdown: at('breakdown'),
    standstill: Object.fromEntries(
      classes.map((name) => [name, at(`standstill.${name}`)]),
    ) as Costs['standstill'],
  });
}
