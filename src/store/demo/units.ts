import { type BatterySpec, specOf } from '@/core/battery/battery';
import type { BatteryLabel } from '@/core/battery/battery-label';
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
  return new BenchHand({
    ...{ spec: unit.spec, model, state, rules, chance, technicianId },
    ...{ startedAtMs: Math.round(atMs), habits: { ...AS_ASKED, ...habits } },
  });
}
