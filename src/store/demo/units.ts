import { firstTests } from '@/core/assessment/first-tests';
import { type BatterySpec, specOf } from '@/core/battery/battery';
import type { BatteryLabel } from '@/core/battery/battery-label';
import { firstHalfYear, ownReference, type ReferenceReading } from '@/core/battery/own-reference';
import { arrivingState } from '@/core/instruments/arriving-state';
import { BenchHand } from '@/core/instruments/bench-hand';
import { AS_ASKED, type HandHabits } from '@/core/instruments/hand-habits';
import { type BatteryState, restedState } from '@/core/physics/battery-state';
import type { Fault } from '@/core/physics/faults';
import { type Model, modelOf } from '@/core/physics/physical-battery';
import { wornBy } from '@/core/physics/wear';
import type { Chance } from '@/core/quantity/chance';
import type { HouseRules } from '@/core/rules/house-rules';

export const MS_PER_DAY = 86_400_000;
const MS_PER_HOUR = 3_600_000;
const MS_PER_YEAR = 365.25 * MS_PER_DAY;

/** One battery of the sample history: its label, and the truth behind it. */
export interface DemoUnit {
  readonly label: BatteryLabel;
  readonly spec: BatterySpec;
  /** When it began to wear. */
  readonly bornMs: number;
  /** Years until it cranks 65 % of its rating. */
  readonly lifeYears: number;
  readonly faults: readonly Fault[];
}

/** Share of its rating that a unit of a label cranks at a moment, before faults. */
export function modelAt({ spec, bornMs, lifeYears, faults }: DemoUnit, atMs: number): Model {
  const worn = wornBy((atMs - bornMs) / MS_PER_YEAR, lifeYears);
  const model = modelOf({ spec, ...worn, faults });
  if (!model) throw new Error('every label of the scenario gives a rating or a capacity');
  return model;
}

/** Spec of a label of the scenario that can be graded. */
export function gradedSpec(label: BatteryLabel): BatterySpec {
  const spec = specOf(label);
  if (!spec) throw new Error(`${label.tag} cannot be graded`);
  return spec;
}

/** What the first tests of the units came to, as far as the history has been told. */
export class Remembered {
  private readonly tests = new Map<string, ReferenceReading[]>();

  /** The unit as it is known now: with the reference that its first tests make. */
  of(unit: DemoUnit): DemoUnit {
    const reference = ownReference(this.tests.get(unit.label.tag) ?? []);
    return reference ? { ...unit, spec: { ...unit.spec, reference } } : unit;
  }

  /** Takes in a run that was brought to an end. */
  learn({ label, spec }: DemoUnit, bench: BenchHand, startedAtMs: number): void {
    const span = firstHalfYear(label);
    if (!span || startedAtMs < span[0] || startedAtMs >= span[1]) return;
    const told = firstTests(bench.judged().evidence, spec);
    const known = this.tests.get(label.tag) ?? [];
    this.tests.set(label.tag, [
      ...known,
      ...told.map((test) => ({ ...test, runId: label.tag, atMs: startedAtMs })),
    ]);
  }
}

/** Where and when a unit is met. */
export interface Meeting {
  readonly unit: DemoUnit;
  readonly atMs: number;
  readonly chargePct: number;
  readonly temperatureC: number;
  /** Hours at rest before; 0 comes straight from the road. */
  readonly restHours: number;
  readonly technicianId: string;
  readonly rules: HouseRules;
  readonly habits?: Partial<HandHabits>;
}

/** The testers of the shop: whichever lies nearest is taken. The second one reads high, as the fleet will tell. */
const TESTERS = [
  { name: 'Tester 1', reads: 1 },
  { name: 'Tester 2', reads: 1.07 },
  { name: 'Tester 3', reads: 1 },
] as const;

/** Which of them was at hand: by the hour, so that it is no one's own. */
const testerAt = (atMs: number) => TESTERS[Math.floor(atMs / MS_PER_HOUR) % TESTERS.length];

/** A technician at the bench with a unit in front of them. */
export function meet(
  { unit, atMs, chargePct, temperatureC, restHours, technicianId, rules, habits }: Meeting,
  chance: Chance,
): BenchHand {
  const model = modelAt(unit, atMs);
  const state: BatteryState =
    restHours > 0
      ? arrivingState(model, chargePct, temperatureC, restHours)
      : restedState(model, chargePct, temperatureC);
  const all = { ...AS_ASKED, ...habits };
  const tester = all.tester && { ...all.tester, ...testerAt(atMs) };
  return new BenchHand({
    spec: unit.spec,
    model,
    state,
    rules,
    chance,
    technicianId,
    startedAtMs: Math.round(atMs),
    habits: { ...all, tester },
  });
}
