import type { BatteryLabel } from '@/core/battery/battery-label';
import { isSealed } from '@/core/battery/construction';
import type { BenchHand } from '@/core/instruments/bench-hand';
import type { Arrival, HandHabits } from '@/core/instruments/hand-habits';
import { FAULT_KINDS, type Fault } from '@/core/physics/faults';
import { drawLifeYears, lifeForHealth } from '@/core/physics/wear';
import { type Chance, seededChance } from '@/core/quantity/chance';
import { DEMO_FLEET, type DemoVehicle, type Kit, placeOf } from './fleet';
import { rulesAt } from './house';
import { DEMO_BATTERIES, type DemoBattery } from './scenario';
import { type DemoUnit, gradedSpec, MS_PER_DAY, meet, type Remembered } from './units';

const DAYS_PER_YEAR = 365.25;
const HOUR_MS = 3_600_000;
/** The last days belong to the stories and to what lies on the bench. */
const QUIET_DAYS = 16;
/** Runs of so many days back keep the trace of their load. */
const TRACE_DAYS = 210;
const TESTER_SHARE = 0.6;
const HYDROMETER_SHARE = 0.15;
const DIRTY_SHARE = 0.03;
const LOW_LEVEL_SHARE = 0.015;

/** Mean temperature of a battery that stands outside, by month, °C: an island's mild, wet winter. */
export const MONTH_C = [-1, 0, 5, 8, 12, 16, 18, 18, 15, 11, 8, 4] as const;

/** A run of the sample history: what was read, and whether it was brought to an end. */
export interface DemoRun {
  readonly tag: string;
  readonly bench: BenchHand;
  readonly finished: boolean;
}

/** A battery's time in a slot. */
export interface DemoSlot {
  readonly vehicle: DemoVehicle;
  readonly slot: string;
  readonly tag: string;
  readonly fromMs: number;
  readonly untilMs: number | null;
}

/** What became of the fleet: its batteries, where each was, and its runs. */
export interface Lives {
  readonly units: readonly DemoUnit[];
  readonly slots: readonly DemoSlot[];
  readonly runs: readonly DemoRun[];
}

export interface Stage {
  readonly nowMs: number;
  readonly winters: number;
  readonly technicianIds: readonly [string, ...string[]];
  readonly remembered: Remembered;
}

/** Gives out tags in the order in which batteries come into the house. */
export class TagRoll {
  private next: number;

  constructor(first: number) {
    this.next = first;
  }

  take(): string {
    return tagOf(this.next++);
  }
}

export function tagOf(number: number): string {
  return `FH-${String(number).padStart(4, '0')}`;
}

/** The named battery of the scenario as a unit that has worn as its health tells. */
export function namedUnit({ label, healthPct }: DemoBattery, nowMs: number): DemoUnit {
  const bornMs = label.fittedOn ? Date.parse(label.fittedOn) : nowMs - 3 * DAYS_PER_YEAR * MS_PER_DAY;
  const years = (nowMs - bornMs) / MS_PER_DAY / DAYS_PER_YEAR;
  return {
    label,
    spec: gradedSpec(label),
    bornMs,
    lifeYears: lifeForHealth(healthPct / 100, years),
    faults: [],
  };
}

/** The whole fleet's winters, slot by slot. */
export function fleetLives(stage: Stage, roll: TagRoll): Lives {
  const units: DemoUnit[] = [];
  const slots: DemoSlot[] = [];
  const runs: DemoRun[] = [];
  for (const [at, vehicle] of DEMO_FLEET.entries()) {
    for (const [place, slot] of vehicle.slots.entries()) {
      const chance = seededChance(7919 * (at + 1) + place);
      const life = slotLife(vehicle, slot, { stage, chance, roll });
      units.push(...life.units);
      slots.push(...life.slots);
      runs.push(...life.runs);
    }
  }
  return { units, slots, runs };
}

interface SlotStage {
  readonly stage: Stage;
  readonly chance: Chance;
  readonly roll: TagRoll;
}

/** One slot through the winters: checked again and again, its battery replaced once the verdict says so. */
function slotLife(vehicle: DemoVehicle, slot: string, { stage, chance, roll }: SlotStage): Lives {
  const { nowMs, winters } = stage;
  const startMs = nowMs - winters * DAYS_PER_YEAR * MS_PER_DAY;
  const last = DEMO_BATTERIES.find(({ label }) => label.place === placeOf(vehicle, slot));
  const named = last && namedUnit(last, nowMs);
  const namedFromMs = named ? named.bornMs : Number.POSITIVE_INFINITY;
  const units: DemoUnit[] = [];
  const slots: DemoSlot[] = [];
  const runs: DemoRun[] = [];
  let atMs = startMs + chance.between(0, 40) * MS_PER_DAY;
  let unit = named && namedFromMs <= atMs ? named : firstUnit(vehicle, slot, atMs, { chance, roll });
  let fromMs = unit.bornMs;
  let resting = false;
  if (unit !== named) units.push(unit);
  const changeTo = (next: DemoUnit) => {
    slots.push({ vehicle, slot, tag: unit.label.tag, fromMs, untilMs: next.bornMs });
    unit = next;
    fromMs = next.bornMs;
    resting = false;
    if (next !== named) units.push(next);
  };
  while (atMs < nowMs - QUIET_DAYS * MS_PER_DAY) {
    if (named && unit !== named && atMs >= namedFromMs) changeTo(named);
    if (!resting) {
      const run = check(vehicle, unit, atMs, stage, chance);
      runs.push(run);
      const { verdict } = run.bench.judged().assessment;
      if (verdict === 'retire' && unit === named) resting = true;
      else if (verdict === 'retire' && !(named && namedFromMs - run.bench.atMs < 20 * MS_PER_DAY)) {
        changeTo(freshUnit(vehicle, slot, run.bench.atMs + MS_PER_DAY, { chance, roll }));
      }
    }
    const winter = isWinter(atMs);
    atMs += chance.between(winter ? 22 : 48, winter ? 42 : 78) * MS_PER_DAY;
  }
  if (named && unit !== named) changeTo(named);
  slots.push({ vehicle, slot, tag: unit.label.tag, fromMs, untilMs: null });
  return { units, slots, runs };
}

const isWinter = (atMs: number) => [9, 10, 11, 0, 1, 2].includes(new Date(atMs).getUTCMonth());

/** One ordinary check in working hours: measured as found, charged where it is low, to the verdict. */
function check(vehicle: DemoVehicle, unit: DemoUnit, dayMs: number, stage: Stage, chance: Chance): DemoRun {
  const atMs = Math.floor(dayMs / MS_PER_DAY) * MS_PER_DAY + chance.between(7, 15) * HOUR_MS;
  const monthC = MONTH_C[new Date(atMs).getUTCMonth()] ?? 10;
  const lowInWinter = monthC < 6 ? 4 : 0;
  const chargePct = Math.max(18, Math.min(99, vehicle.chargePct - lowInWinter + chance.normal(8)));
  const restHours = chance.pick([13, 13, 5, 2]);
  const bench = meet(
    {
      unit: stage.remembered.of(unit),
      atMs,
      chargePct,
      restHours,
      temperatureC: monthC + chance.normal(3),
      technicianId: chance.pick(stage.technicianIds),
      rules: rulesAt(atMs, stage.nowMs),
      habits: habitsOf(unit, atMs, stage.nowMs, chance),
    },
    chance,
  );
  bench.work({ symptom: 'routine', restHours, seen: seenOf(unit, chance) });
  bench.wait(1);
  stage.remembered.learn(unit, bench, atMs);
  return { tag: unit.label.tag, bench, finished: true };
}

function habitsOf({ label }: DemoUnit, atMs: number, nowMs: number, chance: Chance): Partial<HandHabits> {
  const unit = label.ratings[0]?.standard ?? 'SAE';
  const hasTester = chance.uniform() < TESTER_SHARE;
  return {
    tester: hasTester ? { unit, compensates: 'both' } : null,
    hydrometer: chance.uniform() < HYDROMETER_SHARE,
    bothPowerTests: chance.uniform() < 0.7,
    keepsTrace: atMs > nowMs - TRACE_DAYS * MS_PER_DAY,
    shopC: 16,
  };
}

function seenOf({ spec }: DemoUnit, chance: Chance): NonNullable<Arrival['seen']> {
  const drawn = chance.uniform();
  if (drawn < DIRTY_SHARE) return { terminals: 'corroded' };
  return drawn < DIRTY_SHARE + LOW_LEVEL_SHARE && !isSealed(spec.construction) ? { level: 'low' } : {};
}

/** What was in the slot when the history begins: somewhere in its life. */
function firstUnit(vehicle: DemoVehicle, slot: string, atMs: number, by: Omit<SlotStage, 'stage'>): DemoUnit {
  const unit = freshUnit(vehicle, slot, atMs, by);
  const used = by.chance.between(0.1, 0.75) * unit.lifeYears;
  return dated(unit, atMs - used * DAYS_PER_YEAR * MS_PER_DAY);
}

function freshUnit(
  vehicle: DemoVehicle,
  slot: string,
  atMs: number,
  { chance, roll }: Omit<SlotStage, 'stage'>,
): DemoUnit {
  const label = labelOf(vehicle.kit, roll.take(), placeOf(vehicle, slot));
  const lifeYears = Math.max(0.4, drawLifeYears(chance, vehicle.climate) / vehicle.wear);
  return dated({ label, spec: gradedSpec(label), bornMs: atMs, lifeYears, faults: [] }, atMs);
}

function dated(unit: DemoUnit, bornMs: number): DemoUnit {
  const fittedOn = new Date(bornMs).toISOString().slice(0, 10);
  const dateCode = `${fittedOn.slice(5, 7)}/${fittedOn.slice(2, 4)}`;
  return { ...unit, bornMs, label: { ...unit.label, fittedOn, dateCode } };
}

function labelOf(
  { type, nominalVolts, ratings, c20Ah, model, duty }: Kit,
  tag: string,
  place: string,
): BatteryLabel {
  return {
    tag,
    type,
    nominalVolts,
    c20Ah,
    model,
    place,
    rcMinutes: null,
    dateCode: '',
    fittedOn: null,
    ratings: ratings.map(([standard, amps]) => ({ standard, amps })),
    ...(duty ? { duty } : {}),
  };
}

const WALK_IN_FAULT_SHARE = 0.3;

/** Customers who walked in with a battery of their own: one visit each, some with a fault. */
export function walkIns(stage: Stage, count: number, roll: TagRoll): Omit<Lives, 'slots'> {
  const chance = seededChance(404);
  const kits = DEMO_FLEET.map(({ kit }) => kit).filter(
    ({ nominalVolts, duty }) => nominalVolts === 12 && !duty,
  );
  const units: DemoUnit[] = [];
  const runs: DemoRun[] = [];
  for (let turn = 0; turn < count; turn++) {
    const days = chance.between(QUIET_DAYS, stage.winters * DAYS_PER_YEAR);
    const atMs = Math.floor(stage.nowMs / MS_PER_DAY - days) * MS_PER_DAY + chance.between(8, 16) * HOUR_MS;
    const kit = kits[Math.floor(chance.uniform() * kits.length)];
    if (!kit) continue;
    const label = labelOf(kit, roll.take(), 'Walk-in, not fitted');
    const faults: Fault[] =
      chance.uniform() < WALK_IN_FAULT_SHARE
        ? [
            {
              kind: chance.pick(FAULT_KINDS),
              degree: chance.uniform(),
            },
          ]
        : [];
    const lifeYears = drawLifeYears(chance, 'mild');
    const bornMs = atMs - chance.between(0.1, 1.1) * lifeYears * DAYS_PER_YEAR * MS_PER_DAY;
    const unit = { label, spec: gradedSpec(label), bornMs, lifeYears, faults };
    const restHours = chance.pick([1, 3, 16]);
    const bench = meet(
      {
        unit,
        atMs,
        restHours,
        chargePct: chance.between(25, 95),
        temperatureC: 12 + chance.normal(3),
        technicianId: chance.pick(stage.technicianIds),
        rules: rulesAt(atMs, stage.nowMs),
        habits: habitsOf(unit, atMs, stage.nowMs, chance),
      },
      chance,
    );
    bench.work({ symptom: chance.pick(['used_unit', 'left_on', 'stood_long']), restHours });
    bench.wait(1);
    units.push(unit);
    runs.push({ tag: label.tag, bench, finished: true });
  }
  return { units, runs };
}
