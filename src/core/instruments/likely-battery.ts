import type { Estimates } from '../assessment/estimates';
import type { BatterySpec } from '../battery/battery';
import { seededChance } from '../quantity/chance';
import { attachLine, type BenchBattery } from './attach-line';

/**
 * A battery for simulated instruments to hang on: it fits what a run has read so far, and is drawn from its tag where
 * nothing has been read, so that the same tag is the same battery whenever it comes back.
 */
export function likelyBattery(spec: BatterySpec, tag: string, estimates: Estimates): BenchBattery {
  let seed = 17;
  for (const letter of tag) seed = (31 * seed + (letter.codePointAt(0) ?? 0)) >>> 0;
  const chance = seededChance(seed);
  const healthPct = chance.between(58, 103);
  const chargePct = chance.between(45, 98);
  const temperatureC = chance.between(6, 20);
  const { health, charge, temperatureC: read } = estimates;
  return {
    spec,
    healthPct: Math.min(110, Math.max(10, health?.pct ?? healthPct)),
    capacityPct: Math.min(100, Math.max(30, (health?.pct ?? healthPct) + 5)),
    chargePct: Math.min(100, Math.max(0, charge?.pct ?? chargePct)),
    temperatureC: read ?? temperatureC,
    faults: [],
  };
}

/** The line that hangs it on simulated instruments. */
export const likelyLine = (spec: BatterySpec, tag: string, estimates: Estimates): string =>
  attachLine(likelyBattery(spec, tag, estimates));
