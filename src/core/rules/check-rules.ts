import { type Problem, problem } from '../quantity/result';
import type { HouseRules } from './house-rules';

/** What contradicts itself in rules whose figures are each possible. Empty when nothing does. */
export function contradictionsIn(rules: HouseRules): Problem[] {
  const { health, capacity, cells, charge, surface, load, vehicle, check, temperature } = rules;
  return [
    rising(
      'load/limitVoltsByCelsius',
      load.limitVoltsByCelsius.map(([celsius]) => celsius),
      'temperatures rising from row to row',
    ),
    rising(
      'health',
      [health.retirePct, health.servePct],
      'the health that serves above the one that retires',
    ),
    rising(
      'health/grades',
      [health.gradeCPct, health.gradeBPct, health.gradeAPct],
      'grade A above grade B above grade C',
    ),
    rising(
      'capacity',
      [capacity.retirePct, capacity.servePct],
      'the capacity that serves above the one that retires',
    ),
    rising('cells', [cells.evenSpread, cells.faultySpread], 'a faulty spread above an even one'),
    rising('charge/shortedCellVolts25', charge.shortedCellVolts25, 'a span that rises'),
    rising('vehicle/regulatedVolts', vehicle.regulatedVolts, 'a span that rises'),
    rising(
      'check/soundOutputAmps',
      [check.failedOutputAmps, check.soundOutputAmps],
      'an output that is sound above one that has failed',
    ),
    rising('check/netAmps', [check.netAmps, check.endlessNetAmps], 'what is endless above what is usual'),
    rising(
      'check/startSeconds',
      [check.startSeconds, check.slowStartSeconds],
      'a slow start longer than a ready one',
    ),
    rising('temperature', [temperature.lowestC, temperature.highestC], 'the highest above the lowest'),
    surface.restMinutes > 0 ? null : problem('surface/restMinutes', surface.restMinutes, 'more than 0 min'),
  ].filter((found) => found !== null);
}

function rising(path: string, values: readonly number[], expected: string): Problem | null {
  const rises = values.every((value, index) => index === 0 || value > (values[index - 1] ?? 0));
  return rises ? null : problem(`rules/${path}`, values.join(', '), expected);
}
