import type { Quantity } from '../quantity/entry';
import { type EngineState, MEASURED_FACTS, type MeasuredName } from './check-reading';
import type { BroughtReading } from './check-reading-problems';
import { carries, type Segment } from './path';

/** How a clamp gives what it measures, and how many millivolts an ampere is where it gives those. */
export const CLAMPS = {
  amps: { label: 'Amperes', millivoltsAnAmp: null },
  mv1: { label: '1 mV an ampere', millivoltsAnAmp: 1 },
  mv10: { label: '10 mV an ampere', millivoltsAnAmp: 10 },
} as const;
export type Clamp = keyof typeof CLAMPS;

/** Whether a clamp is read for it that may give millivolts. A draw is read in milliamperes. */
export const readByClamp = (name: MeasuredName) => MEASURED_FACTS[name].unit === 'A' && name !== 'draw_a';

/** What is typed for a reading: the unit on the screen of the instrument, and the bounds in that unit. */
export function typedAs(
  name: MeasuredName,
  clamp: Clamp,
): { readonly unit: string; readonly quantity: Quantity } {
  const { unit, quantity } = MEASURED_FACTS[name];
  if (name === 'draw_a') return { unit: 'mA', quantity: 'drawMilliamps' };
  return readByClamp(name) && CLAMPS[clamp].millivoltsAnAmp !== null
    ? { unit: 'mV', quantity: 'clampMillivolts' }
    : { unit, quantity };
}

/**
 * A typed number in the unit of the reading: volts, amperes or seconds.
 * @example valueTyped('net_a', 'mv10', 65) // 6.5 A
 * @example valueTyped('draw_a', 'amps', 45) // 0.045 A
 */
export function valueTyped(name: MeasuredName, clamp: Clamp, typed: number): number {
  if (name === 'draw_a') return typed / 1000;
  return readByClamp(name) ? typed / (CLAMPS[clamp].millivoltsAnAmp ?? 1) : typed;
}

/** How many of what is typed are one of the reading’s own unit. */
export const typedAmount = (name: MeasuredName, clamp: Clamp): number => 1 / valueTyped(name, clamp, 1);

/** Whether both currents flow through it, so that whoever reads a drop says which: clamps, posts and the ground. */
export const hasBothCurrents = (segment: Segment) =>
  carries(segment, 'starting') && carries(segment, 'charging');

/** How the engine is while a drop is read: where both currents flow, as for the drop before it. */
export function engineForDrop(segment: Segment | null, before: 'charging' | 'starting'): EngineState {
  if (segment === null || !carries(segment, 'starting')) return 'fast';
  return !carries(segment, 'charging') || before === 'starting' ? 'cranking' : 'fast';
}

/** What stands beside the number of a reading. */
export interface TypedBeside {
  readonly segment: Segment | null;
  /** Of a drop. */
  readonly amps: number | null;
  readonly drawnBy: EngineState;
  readonly clamp: Clamp;
  /** Of the net current, minutes since the start. */
  readonly minutes: number | null;
  readonly temperatureC: number | null;
  readonly unfit: boolean;
  /** Of a draw: the fuse that was pulled meanwhile; empty while none is. */
  readonly fuse: string;
}

/** A typed number as the reading that is captured: what belongs to another reading is left out of it. */
export function typedReading(name: MeasuredName, typed: number | null, beside: TypedBeside) {
  const { engine, loads } = MEASURED_FACTS[name];
  const isDrop = name === 'drop_v';
  const reading: BroughtReading = {
    of: name,
    value: typed === null ? null : valueTyped(name, beside.clamp, typed),
    state: null,
    segment: isDrop ? beside.segment : null,
    amps: isDrop ? beside.amps : null,
    engine: isDrop ? beside.drawnBy : (engine[0] ?? null),
    loads: isDrop ? null : (loads[0] ?? null),
  };
  return {
    ...reading,
    minutes: name === 'net_a' ? beside.minutes : null,
    temperatureC: name === 'rest_v' ? beside.temperatureC : null,
    fuse: name === 'draw_a' && beside.fuse.trim() !== '' ? beside.fuse.trim() : null,
    unfit: name === 'draw_a' && beside.unfit,
  };
}
