import { collapseVolts, type LoadTask } from '../assessment/load-result';
import { ownVolt } from '../assessment/reference';
import type { BatteryState } from '../physics/battery-state';
import type { Model } from '../physics/physical-battery';
import type { Chance } from '../quantity/chance';
import { rounded } from '../quantity/rounded';
import { thinTrace } from '../steps/load/thin-trace';
import type { ReadingData } from '../steps/reading';
import type { HandHabits } from './hand-habits';
import { holdLoad } from './load-bank';
import { NOISE } from './meters';

/** Points of a load’s course that the hand keeps: enough for its shape. */
const HAND_TRACE = 400;
/** Nobody reads a load sooner than so many seconds in. */
const LEAST_SECONDS = 1;
/** A load that was set and held wrongly, and noted as it should have been. */
const LOW_LOAD = 0.9;
const SHORT_HOLD = 0.5;

/** What is asked of the hand: the load to set, its habits and mistakes, and the battery's voltage by its label. */
interface Asked {
  readonly task: LoadTask;
  readonly habits: HandHabits;
  readonly nominalVolts: number;
}

/**
 * A load as a hand sets, holds and notes it: the battery after it, and the reading but for its temperature; null where the bank held
 * nothing.
 */
export function loadByHand(
  model: Model,
  state: BatteryState,
  { task, habits, nominalVolts }: Asked,
  chance: Chance,
): { readonly state: BatteryState; readonly read: Omit<ReadingData<'load'>, 'temperatureC'> } | null {
  const low = habits.mistake === 'load_low' ? LOW_LOAD : 1;
  const setting = { kind: habits.bank, amps: low * task.setAmps } as const;
  const seconds = task.holdSeconds * (habits.mistake === 'load_short' ? SHORT_HOLD : 1);
  const held = holdLoad(model, state, setting, seconds, collapseVolts(nominalVolts));
  const last = held.course.at(-1);
  if (!last) return null;
  const noise = ownVolt(chance.normal(NOISE.loadVolts), nominalVolts);
  const trace = held.course.map(
    ({ seconds, volts, amps }) =>
      [rounded(seconds, 2), rounded(volts + chance.normal(NOISE.volts), 3), rounded(amps, 1)] as const,
  );
  const heldSeconds = held.collapsed ? last.seconds : task.holdSeconds;
  return {
    state: held.state,
    read: {
      amps: Math.round(last.amps / low),
      seconds: Math.max(LEAST_SECONDS, rounded(heldSeconds, 1)),
      volts: Math.max(0, rounded(last.volts + noise, 2)),
      ...(held.collapsed ? { stopped: 'collapse' as const } : {}),
      ...(habits.keepsTrace ? { trace: [...thinTrace(trace, HAND_TRACE)] } : {}),
    },
  };
}
