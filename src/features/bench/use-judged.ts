import { useEffect, useMemo, useState } from 'react';
import type { BatterySpec } from '@/core/battery/battery';
import type { RunView } from '@/core/exchange/views';
import type { JudgedRun, judgeRun, ToldRun } from '@/core/procedure/judge-run';
import { currentReadings } from '@/core/steps/current-readings';
import type { Reading } from '@/core/steps/reading';
import type { Run } from './use-run';

/** What judges the readings of a run; null while it is on its way, `missing` where it did not come. */
export type Judge = typeof judgeRun | null | 'missing';

/** The judgement is a good part of all that the Bench needs, and nobody needs it before the first capture: it comes once the Bench is open. */
export function useLaterJudge(): Judge {
  const [judge, setJudge] = useState<Judge>(null);
  useEffect(() => {
    let isOver = false;
    const come = (one: Judge) => {
      if (!isOver) setJudge(() => one);
    };
    import('@/core/procedure/judge-run').then(
      (judging) => come(judging.judgeRun),
      () => come('missing'),
    );
    return () => {
      isOver = true;
    };
  }, []);
  return judge;
}

/** What the server told of a run when the Bench opened, and of what: its readings, and the label of its battery. */
export interface ToldAtOpening {
  readonly told: ToldRun;
  readonly of: RunView;
}

/**
 * What readings come to: worked out here once the judgement has come; until then as it was told when the Bench opened. Null where
 * others have been taken since, or the label was put right, and nothing here can judge that yet.
 */
export function useJudged(
  judge: Judge,
  spec: BatterySpec,
  { view, readings }: Pick<Run, 'view' | 'readings'>,
  opening: ToldAtOpening | null,
): JudgedRun | null {
  const { rules } = view;
  const { revision } = view.battery;
  return useMemo(() => {
    if (typeof judge === 'function') return judge(spec, readings, rules);
    if (!opening || opening.of.battery.revision !== revision || !areThose(opening.of.readings, readings))
      return null;
    return { ...opening.told, current: currentReadings(readings) };
  }, [judge, spec, readings, rules, revision, opening]);
}

const areThose = (known: readonly Reading[], readings: readonly Reading[]) =>
  known.length === readings.length && known.every(({ id }, at) => id === readings[at]?.id);
