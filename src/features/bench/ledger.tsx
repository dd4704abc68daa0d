import dynamic from 'next/dynamic';
import { memo } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import { healthBasisWords } from '@/core/assessment/estimate-words';
import type { Evidence } from '@/core/assessment/evidence';
import { type Finding, type FindingCode, heldAgainst, type Measured } from '@/core/assessment/finding';
import type { StepId } from '@/core/assessment/step-id';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { because, findingTitle } from '@/core/assessment/wording';
import { dutyOf, suitsAnEngineOnly } from '@/core/battery/duty';
import { type OpenTest, reasonFor } from '@/core/procedure/next-step';
import type { VerdictOverride } from '@/core/procedure/override';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { STEPS } from '@/core/steps/registry';
import { MarginRule } from '@/ui/margin-rule';
import { useWords } from '@/ui/site';
import { VerdictMark } from '@/ui/verdict-mark';
import { AllWorking, FindingLine, Opens, WorkingOf } from './finding-line';
import type { Judgement } from './judgement';
import { LATER_PARTS } from './later-parts';
import { RuleLink } from './rule-link';
import { WhatWouldChange } from './what-would-change';

const SecondOpinion = dynamic(LATER_PARTS.secondOpinion);

interface Props {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly rules: HouseRules;
  /** The step to do next on the run sheet; null once the run is finished. */
  readonly nextStep: StepId | null;
  readonly openTests: readonly OpenTest[];
  readonly possible: readonly StepId[];
  /** It stands on a value that is being typed and has not been captured. */
  readonly asTyped?: boolean;
  /** In practice the verdict is the trainee's to give: nothing here gives it away. */
  readonly withheld?: boolean;
  /** What the technician set over the computed verdict. */
  readonly override: VerdictOverride | null;
}

/** The evidence so far: the verdict and why, charge and health, findings with their margins, what would change it. */
export const Ledger = memo(function Ledger({
  evidence,
  assessment,
  rules,
  nextStep,
  openTests,
  possible,
  asTyped = false,
  withheld = false,
  override,
}: Props) {
  const { verdict, grade, decidedBy, findings } = assessment;
  const words = useWords();
  const judgement = { evidence, assessment, rules };
  const nextTest = openTests.find(({ step }) => step === nextStep) ?? null;
  const measured = findings.filter(
    (finding) => finding.measured !== null && !isShownAbove(finding) && !isBorrowed(finding, findings),
  );
  const plain = findings.filter((finding) => finding.measured === null && finding.code !== decidedBy);
  return (
    <aside aria-label="Ledger" className="grid min-w-0 content-start gap-4 lg:border-l lg:pl-4">
      {asTyped && (
        <p className="rounded-md bg-harbour-wash px-3 py-1 text-sm" data-testid="as-typed">
          As typed: not captured yet.
        </p>
      )}
      {withheld ? (
        <section aria-label="Verdict so far">
          <h2 className="text-xl leading-tight font-bold">The verdict is yours to give</h2>
          <p className="text-soft">
            What was read and how it was corrected stands below. Decide when you know enough.
          </p>
        </section>
      ) : (
        <section aria-label="Verdict so far" className="grid grid-cols-[auto_1fr] items-start gap-x-3">
          <VerdictMark verdict={verdict} size={34} />
          <div>
            <h2 className="text-xl leading-tight font-bold" data-testid="verdict">
              {VERDICT_LABELS[verdict]}
            </h2>
            <p className="text-soft">
              {grade && <span className="font-semibold text-ink">Grade {grade}. </span>}
              {because(decidedBy)}
            </p>
          </div>
        </section>
      )}
      {override && (
        <p className="rounded-md border border-warn bg-warn-wash px-3 py-2 text-warn">
          Set by the technician: <span className="font-semibold">{VERDICT_LABELS[override.verdict]}</span>.{' '}
          {override.why}
        </p>
      )}
      <Estimates judgement={judgement} />
      {measured.length + plain.length > 0 && (
        <section aria-label="Findings" className="grid gap-2">
          <h3 className="heading">Findings</h3>
          {[...measured, ...plain].map((finding) => (
            <FindingLine key={findingTitle(finding)} finding={finding} judgement={judgement} />
          ))}
        </section>
      )}
      {nextStep && nextStep !== 'verdict' && (
        <section aria-label="Next best step" className="border-t pt-3">
          <p>
            <span className="heading">Next </span>
            <span className="font-semibold">{STEPS[nextStep].label}</span>
            <span className="text-soft">, about {formatMinutes(STEPS[nextStep].minutes)}</span>
          </p>
          {nextTest && !withheld && (
            <p className="text-sm text-soft">{words(reasonFor(nextTest, evidence))}</p>
          )}
        </section>
      )}
      {!withheld && (
        <WhatWouldChange
          evidence={evidence}
          rules={rules}
          verdict={verdict}
          openTests={nextStep === null ? [] : openTests}
          next={nextTest}
        />
      )}
      <AllWorking judgement={judgement} />
      {evidence.openCircuit && !asTyped && !withheld && (
        <SecondOpinion evidence={evidence} assessment={assessment} rules={rules} possible={possible} />
      )}
      {!withheld && (
        <p className="text-sm text-soft">
          <RuleLink number={assessment.rule} /> of {rules.name}, version {rules.version}; core{' '}
          {assessment.core}.
        </p>
      )}
    </aside>
  );
});

/** Charge, health and a capacity in percent stand above the findings with margin rules of their own. */
const isShownAbove = ({ code, measured }: Finding) => SHOWN_ABOVE.has(code) && measured?.unit === '%';

const SHOWN_ABOVE: ReadonlySet<FindingCode> = new Set([
  'sound',
  'ageing',
  'worn',
  'charge_low',
  'will_not_hold',
  'capacity_sound',
  'capacity_ageing',
  'capacity_low',
]);

/** A conclusion that shows another finding's reading: the verdict says it already, and the reading is drawn once. */
function isBorrowed(conclusion: Finding, findings: readonly Finding[]): boolean {
  return findings.some(
    (other) => other.code === 'load_fails' && other !== conclusion && isSameReading(other, conclusion),
  );
}

/** A judgement that was kept holds what its findings share once for each of them. */
function isSameReading({ measured: one }: Finding, { measured: other }: Finding): boolean {
  if (!one || !other) return one === other;
  return one.value === other.value && one.limit === other.limit && one.unit === other.unit;
}

function Estimates({ judgement }: { readonly judgement: Judgement }) {
  const { evidence, assessment, rules } = judgement;
  const { charge, health } = assessment.estimates;
  const duty = dutyOf(evidence.battery);
  const basis = healthBasisWords(assessment.estimates);
  const healthLimit =
    health && health.pct < rules.health.retirePct ? rules.health.retirePct : rules.health.servePct;
  return (
    <div className="grid gap-2">
      <Estimate
        name={evidence.discharge?.drained ? 'Charge, before the discharge' : 'Charge'}
        measured={charge && heldAgainst(charge.pct, rules.charge.loadGatePct, '%', charge.sdPct)}
        against="load gate"
        indicative={charge?.indicative === true || charge?.surfaceSuspected === true}
      >
        <WorkingOf code="charge_low" judgement={judgement} />
      </Estimate>
      {(health || duty !== 'deep_cycle') && (
        <Estimate
          name="Health"
          measured={health && heldAgainst(health.pct, healthLimit, '%', health.sdPct)}
          against={healthLimit === rules.health.retirePct ? 'retire' : 'serve'}
          indicative={health?.indicative === true}
        >
          {basis !== null && <p className="text-sm text-soft">{basis}</p>}
          <WorkingOf
            code={healthLimit === rules.health.retirePct ? 'worn' : 'ageing'}
            judgement={judgement}
          />
        </Estimate>
      )}
      <Capacity judgement={judgement} />
    </div>
  );
}

/** What it holds, where that is known, or asked of a battery of its duty. */
function Capacity({ judgement }: { readonly judgement: Judgement }) {
  const { evidence, assessment, rules } = judgement;
  // A judgement of an earlier core knows of none.
  const capacity = assessment.estimates.capacity ?? null;
  if (!capacity && suitsAnEngineOnly(evidence.battery)) return null;
  // What only tells that enough is left stands among the findings.
  if (capacity && capacity.method !== 'discharge' && !capacity.low) return null;
  if (capacity && capacity.pct === null) return null;
  const { retirePct, servePct, returnedPct } = rules.capacity;
  const isWorn = capacity?.low === true;
  const limit = capacity?.method === 'returned' ? returnedPct : isWorn ? retirePct : servePct;
  return (
    <Estimate
      name={capacity?.atLeast ? 'Capacity, at least' : 'Capacity'}
      measured={capacity && heldAgainst(capacity.pct ?? 0, limit, '%', capacity.sdPct ?? 0)}
      against={isWorn ? 'retire' : 'serve'}
      indicative={capacity?.forced === true}
    >
      <WorkingOf code={isWorn ? 'capacity_low' : 'capacity_ageing'} judgement={judgement} />
    </Estimate>
  );
}

interface EstimateProps {
  readonly name: string;
  readonly measured: Measured | null;
  readonly against: string;
  readonly indicative: boolean;
  /** Its working. */
  readonly children: React.ReactNode;
}

function Estimate({ name, measured, against, indicative, children }: EstimateProps) {
  const head = (
    <>
      <h3 className="flex items-baseline gap-2">
        <span className="heading">{name}</span>
        {measured ? (
          <>
            <span className="figures text-2xl font-semibold">{formatQuantity(measured.value, '%')}</span>
            <span className="figures whitespace-nowrap text-soft">± {formatQuantity(measured.sd, '%')}</span>
            <span className="ml-auto text-right text-sm text-soft">
              {indicative ? 'indicative' : `against ${against}`}
            </span>
          </>
        ) : (
          <span className="text-soft">not known yet</span>
        )}
      </h3>
      {measured && <MarginRule label={name} measured={measured} indicative={indicative} />}
    </>
  );
  return <section aria-label={name}>{measured ? <Opens head={head}>{children}</Opens> : head}</section>;
}
