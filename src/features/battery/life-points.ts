import { isIndicative } from '@/core/assessment/assess';
import type { BatteryStory } from '@/core/exchange/views';
import type { LifePoint } from '@/ui/charts/life-events';

/** The tests of a life: what each read of its health, or what it showed to be held; the oldest first. */
export function lifePoints({ runs }: BatteryStory, what: 'health' | 'held'): LifePoint[] {
  const holds = what === 'held';
  return runs
    .flatMap(({ run, assessment }): LifePoint[] => {
      if (!assessment || run.finishedAtMs === null) return [];
      const { capacity } = assessment.assessment.estimates;
      const held = capacity?.method === 'discharge' ? capacity : null;
      return [
        {
          runId: run.id,
          atMs: run.finishedAtMs,
          pct: holds ? (held?.pct ?? null) : assessment.healthPct,
          sdPct: (holds ? held?.sdPct : assessment.healthSdPct) ?? 0,
          indicative: holds
            ? held !== null && (held.forced || held.atLeast)
            : isIndicative(assessment.assessment),
          verdict: assessment.override?.verdict ?? assessment.verdict,
          byHand: assessment.override != null,
        },
      ];
    })
    .sort((one, other) => one.atMs - other.atMs);
}
