'use client';

import { useEffect, useRef, useState } from 'react';
import { type Debrief as Debriefing, type Decision, debrief } from '@/core/practice/debrief';
import type { PracticeCase } from '@/core/practice/practice-case';
import { modelOfCase } from '@/core/practice/right-verdict';
import { judgeRun } from '@/core/procedure/judge-run';
import { useSite } from '@/ui/site';
import { Bench } from '../bench/bench-screen';
import { LinkProvider } from '../bench/live/use-live';
import { useAskedBeforeLeaving } from './asked-before-leaving';
import { CaseHead } from './case-head';
import { Debrief } from './debrief';
import { Decide } from './decide';
import { dropCase, type KeptCase, keepCase, keptCase } from './kept-case';
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
  const { technicianId } = useSite();
  const [turn, setTurn] = useState(0);
  const [kept, setKept] = useState<KeptCase | null>(null);
  // Only the browser knows what was left in it.
  useEffect(() => setKept(keptCase({ code, technicianId })), [code, technicianId]);
  const begin = () => {
    dropCase({ code, technicianId });
    setKept(null);
    setTurn(turn + 1);
  };
  return (
    <Attempt
      key={`${turn} ${kept?.savedAtMs}`}
      practiceCase={practiceCase}
      code={code}
      startMs={kept?.startMs ?? startMs}
      kept={kept}
      onAgain={begin}
    />
  );
}

interface AttemptProps extends Props {
  readonly kept: KeptCase | null;
  readonly onAgain: () => void;
}

function Attempt({ practiceCase, code, startMs, kept, onAgain }: AttemptProps) {
  const { technicianId } = useSite();
  const bench = usePracticeBench(practiceCase, startMs, kept?.tape ?? null);
  const [deciding, setDeciding] = useState(false);
  const [result, setResult] = useState<Debriefing | null>(null);
  const { run, truths } = usePracticeRun(practiceCase, bench, kept, () => setDeciding(true));
  const spec = useRef(modelOfCase(practiceCase).spec).current;
  const decide = (decision: Decision) => {
    const told = debrief(practiceCase, {
      readings: run.readings,
      truths,
      decision,
      startMs,
      endMs: bench.clock(),
    });
    setResult(told);
    dropCase({ code, technicianId });
    keepAttempt({
      code,
      title: practiceCase.title,
      level: practiceCase.level,
      score: told.score,
      right: told.right,
      minutes: told.minutes,
      atMs: Date.now(),
      technicianId,
    });
  };
  const working = run.readings.length > 0 && result === null;
  const isKept = useKeptAsItStands(working, run.readings.length, () => ({
    code,
    title: practiceCase.title,
    technicianId,
    startMs,
    savedAtMs: Date.now(),
    view: run.view,
    truths,
    tape: bench.tape(),
  }));
  useAskedBeforeLeaving(working && !isKept);
  if (result) return <Debrief practiceCase={practiceCase} code={code} result={result} onAgain={onAgain} />;
  return (
    <LinkProvider link={bench.link}>
      <Bench
        judge={judgeRun}
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
            takenUp={kept !== null}
            onDecide={() => setDeciding(true)}
            onAgain={onAgain}
          />
        }
      />
      {deciding && <Decide onDecide={decide} onBack={() => setDeciding(false)} />}
    </LinkProvider>
  );
}

const KEEP_MS = 2000;

/** Keeps a case every two seconds and when the page goes, so that it can be taken up; false where that is not possible. */
function useKeptAsItStands(
  working: boolean,
  readings: number,
  standing: () => Omit<KeptCase, 'core'>,
): boolean {
  const [isKept, setIsKept] = useState(true);
  const latest = useRef(standing);
  latest.current = standing;
  useEffect(() => {
    // With each reading at once.
    if (!working || readings === 0) return;
    const keep = () => setIsKept(keepCase(latest.current()));
    keep();
    const timer = setInterval(keep, KEEP_MS);
    window.addEventListener('pagehide', keep);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', keep);
    };
  }, [working, readings]);
  return isKept;
}
