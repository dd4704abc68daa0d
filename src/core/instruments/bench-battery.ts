import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';
import { nominalVoltsOf } from '../battery/nominal-volts';
import { type BatteryState, restedState } from '../physics/battery-state';
import { FAULT_KINDS, type Fault, type FaultKind } from '../physics/faults';
import { type Model, modelOf } from '../physics/physical-battery';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import { arrivingState } from './arriving-state';
import { type Line, numberField } from './line';

/** What hangs on the clamps: its label, the unit itself, and where it stands. */
export interface AttachedBattery {
  readonly spec: BatterySpec;
  readonly model: Model;
  readonly state: BatteryState;
}

/** Reads a battery from its line, or says what is wrong with it. */
export function attachedBattery(line: Line): Result<AttachedBattery> {
  const problems: Problem[] = [];
  const number = (name: string, least: number, most: number, usual: number): number => {
    const value = line.fields[name] === undefined ? usual : numberField(line, name);
    if (value !== null && value >= least && value <= most) return value;
    problems.push(problem(name, line.fields[name] ?? '', `${least} to ${most}`));
    return usual;
  };
  const { construction = '', standard, faults = '' } = line.fields;
  if (!(CONSTRUCTIONS as readonly string[]).includes(construction)) {
    problems.push(problem('construction', construction, CONSTRUCTIONS.join(', ')));
  }
  const spec: BatterySpec = {
    construction: construction as Construction,
    nominalVolts: nominalVoltsOf(number('nominal', 2, 12, 12)) ?? 12,
    ratings: standard ? [{ standard: standard as 'SAE', amps: number('amps', 10, 5000, 500) }] : [],
    c20Ah: line.fields.c20 === undefined ? null : number('c20', 1, 4000, 60),
    rcMinutes: line.fields.rc === undefined ? null : number('rc', 1, 4000, 90),
  };
  const health = number('health', 5, 130, 95) / 100;
  const capacity = number('capacity', 5, 130, 95) / 100;
  const chargePct = number('charge', -25, 100, 80);
  const temperatureC = number('celsius', -40, 70, 20);
  const restMinutes = line.fields.rest === undefined ? null : number('rest', 0, 1_000_000, 0);
  const read = faults === '' ? [] : faults.split(',').map(faultOf);
  if (read.includes(null))
    problems.push(problem('faults', faults, `kind:degree with ${FAULT_KINDS.join(', ')}`));
  if (problems.length > 0) return fail(...problems);
  const known = read.filter((fault) => fault !== null);
  const model = modelOf({ spec, health, capacity, faults: known });
  if (!model) return fail(problem('rating', '', 'a cranking rating, a capacity or a reserve'));
  const rested = restMinutes === null || chargePct < 0;
  const state = rested
    ? restedState(model, chargePct, temperatureC)
    : arrivingState(model, chargePct, temperatureC, restMinutes / 60);
  return succeed({ spec, model, state });
}

function faultOf(text: string): Fault | null {
  const [kind = '', degree = ''] = text.split(':');
  const value = Number(degree);
  const known = (FAULT_KINDS as readonly string[]).includes(kind) && value >= 0 && value <= 1;
  return known ? { kind: kind as FaultKind, degree: value } : null;
}
