import { ChevronDown } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import type { StepId } from '@/core/assessment/step-id';
import { threeMinuteLimit } from '@/core/assessment/three-minute-result';
import { disagreement } from '@/core/opinion/agreement';
import { EXPLANATION_FACTS } from '@/core/opinion/explanations';
import type { SecondOpinion as Opinion, Separation, TestsAllowed } from '@/core/opinion/second-opinion';
import type { HouseRules } from '@/core/rules/house-rules';
import { STEPS } from '@/core/steps/registry';
import type { OpinionReport, OpinionRequest } from '@/workers/second-opinion.messages';

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
  const { share, opinion } = useOpinion(evidence, tests);
  if (opinion === undefined) {
    return (
      <label className="grid gap-1 py-2 text-soft">
        Fitting the model
        <progress max={1} value={share} className="w-full" />
      </label>
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

/** The fit in a worker of its own; a new reading begins it anew. */
function useOpinion(
  evidence: Evidence,
  tests: TestsAllowed,
): {
  readonly share: number;
  readonly opinion: Opinion | null | undefined;
} {
  const [share, setShare] = useState(0);
  const [opinion, setOpinion] = useState<Opinion | null | undefined>(undefined);
  useEffect(() => {
    setShare(0);
    setOpinion(undefined);
    const worker = new Worker(new URL('../../workers/second-opinion.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.onmessage = ({ data }: MessageEvent<OpinionReport>) => {
      if (data.kind === 'so_far') setShare(data.share);
      else setOpinion(data.opinion);
    };
    worker.onerror = () => setOpinion(null);
    worker.postMessage({ evidence, tests } satisfies OpinionRequest);
    return () => worker.terminate();
  }, [evidence, tests]);
  return { share, opinion };
}
