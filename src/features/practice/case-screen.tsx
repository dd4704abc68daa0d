'use client';

import { useEffect, useRef, useState } from 'react';
import { type Debrief as Debriefing, type Decision, debrief } from '@/core/practice/debrief';
import type { PracticeCase } from '@/core/practice/practice-case';
import { modelOfCase } from '@/core/practice/right-verdict';
import { useSite } from '@/ui/site';
import { Bench } from '../bench/bench-screen';
import { LinkProvider } from '../bench/live/use-live';
import { CaseHead } from './case-head';
import { Debrief } from './debrief';
import { Decide } from './decide';
import { keepAttempt } from './progress';
import { usePracticeBench } from './use-practice-bench';
import { usePracticeRun } from './use-practice-run';

interface Props {
  readonly practiceCase: PracticeCase;
  readonly code: string;
  readonly startMs: number;
}

/** A case on the real Bench: a simulated battery, a time of its own, and at the end what was true. */
export function CaseScreen({ practiceCase, code, startMs }: Props) {
  const [turn, setTurn] = useState(0);
  return (
    <Attempt
      key={turn}
      practiceCase={practiceCase}
      code={code}
      startMs={startMs}
      onAgain={() => setTurn(turn + 1)}
    />
  );
}

function Attempt({ practiceCase, code, startMs, onAgain }: Props & { readonly onAgain: () => void }) {
  const { technicianId } = useSite();
  const bench = usePracticeBench(practiceCase, startMs);
  const [deciding, setDeciding] = useState(false);
  const [result, setResult] = useState<Debriefing | null>(null);
  const { run, truths } = usePracticeRun(practiceCase, bench, () => setDeciding(true));
  const spec = useRef(modelOfCase(practiceCase).spec).current;
  const decide = (decision: Decision) => {
    const told = debrief(practiceCase, {
      ...{ readings: run.readings, truths, decision, startMs, endMs: bench.clock() },
    });
    setResult(told);
    keepAttempt({
      ...{ code, title: practiceCase.title, level: practiceCase.level, score: told.score, right: told.right },
      ...{ minutes: told.minutes, atMs: Date.now(), technicianId },
    });
  };
  useAskedBeforeLeaving(run.readings.length > 0 && result === null);
  if (result) return <Debrief practiceCase={practiceCase} code={code} result={result} onAgain={onAgain} />;
  return (
    <LinkProvider link={bench.link}>
      <Bench
        run={run}
        spec={spec}
        startMs={startMs}
        clock={bench.clock}
        head={
          <CaseHead
            practiceCase={practiceCase}
            bench={bench}
            readings={run.readings}
            startMs={startMs}
            onDecide={() => setDeciding(true)}
          />
        }
      />
      {deciding && <Decide onDecide={decide} onBack={() => setDeciding(false)} />}
    </LinkProvider>
  );
}

/** A case is kept in this page only: whoever closes it in the middle is asked. */
function useAskedBeforeLeaving(working: boolean): void {
  useEffect(() => {
    if (!working) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [working]);
}
