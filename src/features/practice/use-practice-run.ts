'use client';

import { useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { StepId } from '@/core/assessment/step-id';
import type { RunView } from '@/core/exchange/views';
import type { PracticeCase } from '@/core/practice/practice-case';
import type { TrueMoment } from '@/core/practice/true-moment';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { checkInRun } from '@/core/steps/check-in-run';
import type { ReadingKind } from '@/core/steps/reading';
import { newReading } from '@/core/steps/reading';
import { STEPS } from '@/core/steps/registry';
import { TYPED } from '@/core/steps/typed';
import { ALL_STORED } from '@/ui/outbox/use-stored-run';
import type { Run } from '../bench/use-run';
import type { KeptCase } from './kept-case';
import type { PracticeBench } from './use-practice-bench';

/** A run that is kept in this page only, with the truth noted beside every reading. */
export interface PracticeRun {
  readonly run: Run;
  readonly truths: readonly TrueMoment[];
}

/** What a reading costs at the bench; those whose time passes on a clock cost nothing beside it. */
const STEP_OF: Partial<Record<ReadingKind, StepId>> = {
  identify: 'identify',
  complaint: 'complaint',
  inspection: 'inspect',
  vehicle_check: 'vehicle',
  clean: 'clean',
  top_up: 'top_up',
  open_circuit: 'open_circuit',
  hydrometer: 'hydrometer',
  conductance: 'conductance',
  load: 'load',
  crank: 'crank',
};

export function usePracticeRun(
  practiceCase: PracticeCase,
  bench: PracticeBench,
  kept: Pick<KeptCase, 'view' | 'truths'> | null,
  onFinish: () => void,
): PracticeRun {
  const [view, setView] = useState(() => kept?.view ?? viewOf(practiceCase, bench.clock()));
  const truths = useRef<TrueMoment[]>([...(kept?.truths ?? [])]);
  const capture: Run['capture'] = (kind, data, { forced = false, instrument = TYPED, supersedes } = {}) => {
    const reading = newReading(kind, data, {
      id: uuidv7(),
      runId: view.run.id,
      technicianId: view.run.startedById,
      instrument,
      takenAtMs: Math.round(bench.clock()),
      forced,
      supersedes,
    });
    const wrong = checkInRun(reading, view.readings, view.battery.nominalVolts);
    if (wrong.length > 0) return wrong;
    truths.current.push(bench.moment(reading.id));
    setView({ ...view, readings: [...view.readings, reading] });
    const step = STEP_OF[kind];
    if (step) bench.letPass(STEPS[step].minutes);
    return [];
  };
  const run: Run = {
    practice: true,
    view,
    readings: view.readings,
    store: ALL_STORED,
    problems: [],
    capture,
    finish: async () => onFinish(),
    reopen: async () => undefined,
    discard: async () => undefined,
    retry: async () => undefined,
  };
  return { run, truths: truths.current };
}

function viewOf({ label }: PracticeCase, startMs: number): RunView {
  const [id, batteryId, who] = [uuidv7(), uuidv7(), uuidv7()];
  return {
    run: {
      id,
      batteryId,
      startedAtMs: Math.round(startMs),
      startedById: who,
      finishedAtMs: null,
      finishedById: null,
      rulesId: STANDARD_RULES.id,
      rulesVersion: STANDARD_RULES.version,
      assessmentId: null,
    },
    battery: { id: batteryId, ...label },
    readings: [],
    assessments: [],
    unreadable: [],
    rules: STANDARD_RULES,
  };
}
