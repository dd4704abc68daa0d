import { readFileSync } from 'node:fs';
import type { StepId } from '../assessment/step-id';
import type { BatterySpec } from '../battery/battery';
import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { ReadingKind } from '../steps/reading';
import { STEPS } from '../steps/registry';
import { judgeRun } from './judge-run';
import { battery, MINUTE, WrittenRun } from './written-run.test-support';

/** A gate as it was worked out by hand: what was captured, in order, and what it lets or bars. */
interface GateCase {
  readonly why: string;
  readonly battery?: Partial<BatterySpec>;
  /** Changes to a sound inspection; null where nobody looked. */
  readonly inspection?: Record<string, unknown> | null;
  /** Null where it has not settled; else it rested overnight. */
  readonly settle?: null;
  readonly ocv?: number;
  readonly celsius?: number;
  readonly then?: readonly (readonly [ReadingKind, Record<string, unknown>])[];
  readonly schools?: Record<string, string>;
  /** How long after the last reading the gate is looked at. */
  readonly afterMinutes?: number;
  readonly step: StepId;
  readonly open?: true;
  readonly reason?: string;
  readonly forceable?: boolean;
  readonly opensAfterMinutes?: number;
}

const CASES = JSON.parse(readFileSync('src/core/procedure/gates.cases.json', 'utf8')) as GateCase[];

const SOUND = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };

function written({ inspection = {}, settle, ocv, celsius = 20, then = [] }: GateCase): WrittenRun {
  const run = new WrittenRun().add('identify', { confirmed: true });
  const add = (kind: ReadingKind, data: Record<string, unknown>) => run.add(kind, data as never);
  if (inspection !== null) add('inspection', { ...SOUND, ...inspection });
  if (settle !== null) add('settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 });
  if (ocv !== undefined) add('open_circuit', { volts: ocv, temperatureC: celsius });
  for (const [kind, data] of then) add(kind, data);
  return run;
}

it.each(CASES.map((one) => [one.step, one.why, one] as const))('%s: %s', (step, _why, one) => {
  const run = written(one);
  const rules = answered(STANDARD_RULES, one.schools ?? {});
  const { current, assessment } = judgeRun({ ...battery, ...one.battery }, run.readings, rules);
  const gate = STEPS[step].gate({
    current,
    assessment,
    rules,
    nowMs: run.endMs + (one.afterMinutes ?? 0) * MINUTE,
  });
  if (one.open) return expect(gate).toEqual({ open: true });
  const { reason, forceable, opensAfterMinutes } = one;
  expect(gate).toMatchObject({
    open: false,
    reason,
    ...(forceable === undefined ? {} : { forceable }),
    ...(opensAfterMinutes === undefined ? {} : { opensAtMs: run.endMs + opensAfterMinutes * MINUTE }),
  });
});
