import { possibleRange } from '../quantity/entry';
import { type Problem, problem } from '../quantity/result';
import {
  type CheckName,
  checkFacts,
  ENGINE_STATE_WORDS,
  type EngineState,
  isMeasured,
  LOAD_STATE_WORDS,
  LOOKED_FACTS,
  type LoadState,
  type LookedName,
  MEASURED_FACTS,
  type MeasuredName,
} from './check-reading';
import { carries, type Segment, segmentLabel } from './path';
import type { SystemVolts } from './vehicle';

/** One reading of a check as somebody brings it: typed, said by an instrument, or in a row of a file. */
export interface BroughtReading {
  readonly of: CheckName;
  /** The number of what is measured; null for what is looked at. */
  readonly value: number | null;
  readonly state: string | null;
  readonly segment: Segment | null;
  readonly amps: number | null;
  readonly engine: EngineState | null;
  readonly loads: LoadState | null;
  /** Of a draw: the fuse that was pulled meanwhile. */
  readonly fuse?: string | null;
}

/** Least current that makes a drop worth reading, A. Rules of the trade. */
export const LEAST_DROP_AMPS = { charging: 10, starting: 20 } as const;
/** A battery of 12 V on a system of 24 rests under this share of it, and one of 24 V on 12 over that. */
const HALF_A_SYSTEM = 0.7;
const TWICE_A_SYSTEM = 1.5;
/** So much on AC volts is a meter that stands on DC, V of 12 V. */
const DC_VOLTS = 5;

/** What is impossible or meaningless about a reading, by name, whoever brings it. Empty where nothing is. */
export function readingProblems(reading: BroughtReading, systemVolts: SystemVolts): Problem[] {
  const { of, state } = reading;
  if (!isMeasured(of)) return lookedProblems(of, state);
  return [
    ...valueProblems(of, reading, systemVolts),
    ...stateProblems(reading),
    ...(of === 'drop_v' ? dropProblems(reading) : []),
    ...(reading.fuse && of !== 'draw_a'
      ? [problem('fuse', reading.fuse, 'no fuse: one is pulled for the draw only')]
      : []),
  ];
}

function lookedProblems(of: LookedName, state: string | null): Problem[] {
  const { states } = LOOKED_FACTS[of];
  return states.includes(state ?? '') ? [] : [problem(of, state, `one of ${states.join(', ')}`)];
}

function valueProblems(of: MeasuredName, { value }: BroughtReading, systemVolts: SystemVolts): Problem[] {
  const { quantity, unit } = MEASURED_FACTS[of];
  const [least, most] = possibleRange(quantity, systemVolts);
  if (value === null || Number.isNaN(value)) return [problem(of, value, `a number of ${unit}`)];
  if (of === 'ripple_v' && value >= (DC_VOLTS * systemVolts) / 12)
    return [problem(of, value, 'AC volts: this is what a meter on DC shows')];
  if ((of === 'crank_a' || of === 'output_a' || of === 'draw_a') && value < 0)
    return [problem(of, value, 'a current of 0 A and more: a clamp the wrong way round reads negative')];
  if (value < least || value > most) return [problem(of, value, `${least} to ${most} ${unit}`)];
  const isVoltageOfAll = of === 'rest_v' || of === 'key_on_v' || of === 'idle_v' || of === 'fast_v';
  if (isVoltageOfAll && value > 0.5 && value < HALF_A_SYSTEM * systemVolts && systemVolts === 24)
    return [
      problem(of, value, `about ${systemVolts} V of the whole set: this is what one battery of it shows`),
    ];
  if (isVoltageOfAll && value > TWICE_A_SYSTEM * systemVolts)
    return [
      problem(of, value, `about ${systemVolts} V: the vehicle is noted as a system of ${systemVolts} V`),
    ];
  return [];
}

/** A reading belongs to a state of the engine and of the loads: two mixed say nothing. */
function stateProblems({ of, engine, loads }: BroughtReading): Problem[] {
  const { engine: engines, loads: allowed } = checkFacts(of);
  const wrong: Problem[] = [];
  if (engine !== null && !engines.includes(engine)) {
    const asked = engines.map((state) => `${state} (${ENGINE_STATE_WORDS[state]})`).join(' or ');
    wrong.push(problem('engine_state', engine, `${asked} for ${of}`));
  }
  if (loads !== null && of !== 'drop_v' && !allowed.includes(loads)) {
    const asked = allowed.map((state) => `${state} (${LOAD_STATE_WORDS[state]})`).join(' or ');
    wrong.push(problem('loads', loads, `${asked} for ${of}`));
  }
  return wrong;
}

/** Which current a drop was read with: the starter’s while it is cranked, the alternator’s while it runs. */
export function dropCurrent(segment: Segment, engine: EngineState | null): 'charging' | 'starting' {
  if (engine === 'cranking') return 'starting';
  if (engine !== null) return 'charging';
  return carries(segment, 'charging') ? 'charging' : 'starting';
}

function dropProblems({ segment, amps, engine }: BroughtReading): Problem[] {
  if (segment === null)
    return [problem('segment', segment, 'the side or piece that the drop was read across')];
  if (amps === null)
    return [problem('amps', amps, 'the current while the drop was read: without it a drop says nothing')];
  if (amps < 0)
    return [problem('amps', amps, 'a current of 0 A and more: a clamp the wrong way round reads negative')];
  const current = dropCurrent(segment, engine);
  if (!carries(segment, current)) {
    const asked = current === 'charging' ? 'cranking' : 'idle or fast';
    return [
      problem(
        'engine_state',
        engine,
        `${asked}: ${segmentLabel(segment).toLowerCase()} carries no other current`,
      ),
    ];
  }
  const least = LEAST_DROP_AMPS[current];
  return amps < least
    ? [problem('amps', amps, `${least} A and more: a drop with next to no current is meaningless`)]
    : [];
}
