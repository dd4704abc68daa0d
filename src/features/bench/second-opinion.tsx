import { ChevronDown } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import type { StepId } from '@/core/assessment/step-id';
import { threeMinuteLimit } from '@/core/assessment/three-minute-result';
import { disagreement } from '@/core/opinion/agreement';
import { EXPLANATION_FACTS } from '@/core/opinion/explanations';
import type { SecondOpinion as Opinion, Separation, TestsAllowed } from '@/core/opinion/second-opinion';
import type { HouseRules } from '@/core/rules/house-rules';
import { STEPS } from '@/core/steps/registry';
import { Button } from '@/ui/button';
import type { OpinionReport, OpinionRequest } from '@/workers/second-opinion.messages';
import { useJobs } from '@/workers/use-jobs';

interface Props {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly rules: HouseRules;
  /** The tests that the battery can have now. */
  readonly possible: readonly StepId[];
}

/** Explanations less likely than this are not worth a line. */
const WORTH_A_LINE = 0.02;

/** What the physical model makes of the readings, beside the rules and never over them. It is worked out once it is opened. */
export function SecondOpinion(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <details className="group border-t pt-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Second opinion from the model
      </summary>
      {open && <Opened {...props} />}
    </details>
  );
}

function Opened({ evidence, assessment, rules, possible }: Props) {
  const tests = useMemo(
    () => ({
      steps: possible,
      threeMinuteLimitVolts: threeMinuteLimit(rules.threeMinute, evidence.battery.nominalVolts),
    }),
    [possible, rules, evidence],
  );
  const { share, opinion, fitAgain } = useOpinion(evidence, tests);
  if (opinion === undefined) {
    return (
      <label className="grid gap-1 py-2 text-soft">
        Fitting the model
        <progress max={1} value={share} className="w-full" />
      </label>
    );
  }
  if (opinion === 'broke') {
    return (
      <div className="flex flex-wrap items-center gap-3 py-2">
        <p className="mr-auto text-soft">The fit broke off. The verdict does not depend on it.</p>
        <Button onClick={fitAgain}>Fit again</Button>
      </div>
    );
  }
  if (opinion === null || opinion.likelihoods.length === 0) {
    return (
      <p className="py-2 text-soft">The model needs an open-circuit voltage and a rating that it can tell.</p>
    );
  }
  const told = opinion.likelihoods.filter(({ probability }) => probability >= WORTH_A_LINE);
  const against = disagreement(opinion, assessment);
  return (
    <div className="grid gap-3 py-2">
      <ul aria-label="Likeliest explanations" className="grid gap-1">
        {told.map(({ explanation, probability }) => (
          <li key={explanation} className="grid grid-cols-[minmax(0,1fr)_5rem_3rem] items-center gap-2">
            <span>{EXPLANATION_FACTS[explanation].label}</span>
            <span aria-hidden="true" className="h-2 bg-line">
              <span className="block h-2 bg-harbour" style={{ width: `${100 * probability}%` }} />
            </span>
            <span className="figures text-right">{Math.round(100 * probability)} %</span>
          </li>
        ))}
      </ul>
      {opinion.separation && <Best separation={opinion.separation} />}
      {against && <p className="rounded-md border border-warn bg-warn-wash px-3 py-2 text-warn">{against}</p>}
      <p className="text-sm text-soft">
        A model of ours, fitted to what was read. It never changes the verdict.
      </p>
    </div>
  );
}

function Best({ separation: { step, shows } }: { readonly separation: Separation }) {
  return (
    <p>
      {STEPS[step].label} would tell the first two apart:{' '}
      {shows.map(({ explanation, value, unit }, at) => (
        <span key={explanation}>
          {at > 0 && ', '}
          <span className="figures">
            {value.toFixed(unit === '' ? 3 : 2)} {unit}
          </span>{' '}
          if {EXPLANATION_FACTS[explanation].label.toLowerCase()}
        </span>
      ))}
      .
    </p>
  );
}

const newWorker = () =>
  new Worker(new URL('../../workers/second-opinion.worker.ts', import.meta.url), { type: 'module' });

/** How far a fit is, and what it came to; `broke` where nothing came of it. */
interface Fit {
  readonly share: number;
  readonly opinion: Opinion | null | 'broke' | undefined;
}

const NOT_FITTED: Fit = { share: 0, opinion: undefined };

/** The fit in a worker of its own; a new reading begins it anew. */
function useOpinion(evidence: Evidence, tests: TestsAllowed): Fit & { readonly fitAgain: () => void } {
  const jobs = useJobs<OpinionRequest, OpinionReport>(newWorker);
  const [fit, setFit] = useState(NOT_FITTED);
  const fitAgain = useCallback(() => {
    setFit(NOT_FITTED);
    jobs.begin(
      { evidence, tests },
      {
        onNews: (news) =>
          setFit(
            news.kind === 'so_far'
              ? { share: news.share, opinion: undefined }
              : { share: 1, opinion: news.opinion },
          ),
        onBroke: () => setFit({ share: 0, opinion: 'broke' }),
      },
    );
  }, [jobs, evidence, tests]);
  useEffect(() => {
    fitAgain();
    return () => jobs.stop();
  }, [fitAgain, jobs]);
  return { ...fit, fitAgain };
}
