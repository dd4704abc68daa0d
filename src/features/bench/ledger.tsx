import { ChevronDown } from 'lucide-react';
import { memo } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import { type Finding, type FindingCode, heldAgainst, type Measured } from '@/core/assessment/finding';
import { type LedgerEntry, ledgerOf } from '@/core/assessment/ledger';
import type { StepId } from '@/core/assessment/step-id';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { because, FINDING_TITLES } from '@/core/assessment/wording';
import { STEPS } from '@/core/procedure/steps';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { MarginRule } from '@/ui/margin-rule';
import { VerdictMark } from '@/ui/verdict-mark';
import { WhatWouldChange } from './what-would-change';

interface Props {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly rules: HouseRules;
  /** The step to do next on the run sheet; null once the run is finished. */
  readonly nextStep: StepId | null;
}

/** The evidence so far: the verdict and why, charge and health, findings with their margins, what would change it. */
export const Ledger = memo(function Ledger({ evidence, assessment, rules, nextStep }: Props) {
  const { verdict, grade, decidedBy, next, findings } = assessment;
  const measured = findings.filter(
    (finding) =>
      finding.measured !== null && !SHOWN_ABOVE.has(finding.code) && !isBorrowed(finding, findings),
  );
  const plain = findings.filter((finding) => finding.measured === null && finding.code !== decidedBy);
  return (
    <aside aria-label="Ledger" className="grid min-w-0 content-start gap-4 lg:border-l lg:pl-4">
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
      <Estimates assessment={assessment} rules={rules} />
      {measured.length + plain.length > 0 && (
        <section aria-label="Findings" className="grid gap-2">
          <h3 className="heading">Findings</h3>
          {measured.map((finding) => (
            <MeasuredFinding key={finding.code} finding={finding} />
          ))}
          {plain.map(({ code, severity }) => (
            <p key={code} className={severity === 'note' ? 'text-sm text-soft' : ''}>
              {FINDING_TITLES[code]}
            </p>
          ))}
        </section>
      )}
      <WhatWouldChange evidence={evidence} rules={rules} next={next} />
      {nextStep && nextStep !== 'verdict' && (
        <p className="border-t pt-3">
          <span className="heading">Next </span>
          <span className="font-semibold">{STEPS[nextStep].label}</span>
          <span className="text-soft">, about {formatMinutes(STEPS[nextStep].minutes)}</span>
        </p>
      )}
      <Working entries={ledgerOf(evidence, assessment, rules)} />
      <p className="text-sm text-soft">
        Rule {assessment.rule} of {rules.name}, version {rules.version}; core {assessment.core}.
      </p>
    </aside>
  );
});

/** Charge and health stand above the findings with margin rules of their own. */
const SHOWN_ABOVE: ReadonlySet<FindingCode> = new Set([
  'sound',
  'ageing',
  'worn',
  'charge_low',
  'will_not_hold',
]);

/** A conclusion that shows another finding's reading: the verdict says it already, and the reading is drawn once. */
function isBorrowed(conclusion: Finding, findings: readonly Finding[]): boolean {
  return findings.some(
    (other) => other !== conclusion && other.measured === conclusion.measured && other.code === 'load_fails',
  );
}

function Estimates({ assessment, rules }: { readonly assessment: Assessment; readonly rules: HouseRules }) {
  const { charge, health } = assessment.estimates;
  const healthLimit =
    health && health.pct < rules.health.retirePct ? rules.health.retirePct : rules.health.servePct;
  return (
    <div className="grid gap-2">
      <Estimate
        name="Charge"
        measured={charge && heldAgainst(charge.pct, rules.charge.loadGatePct, '%', charge.sdPct)}
        against="load gate"
        indicative={charge?.indicative === true || charge?.surfaceSuspected === true}
      />
      <Estimate
        name="Health"
        measured={health && heldAgainst(health.pct, healthLimit, '%', health.sdPct)}
        against={healthLimit === rules.health.retirePct ? 'retire' : 'serve'}
        indicative={health?.indicative === true}
      />
    </div>
  );
}

interface EstimateProps {
  readonly name: string;
  readonly measured: Measured | null;
  readonly against: string;
  readonly indicative: boolean;
}

function Estimate({ name, measured, against, indicative }: EstimateProps) {
  return (
    <section aria-label={name}>
      <h3 className="flex items-baseline gap-2">
        <span className="heading">{name}</span>
        {measured ? (
          <>
            <span className="figures text-2xl font-semibold">{formatQuantity(measured.value, '%')}</span>
            <span className="figures text-soft">± {formatQuantity(measured.sd, '%')}</span>
            <span className="ml-auto text-sm text-soft">
              {indicative ? 'indicative' : `against ${against}`}
            </span>
          </>
        ) : (
          <span className="text-soft">not known yet</span>
        )}
      </h3>
      {measured && <MarginRule label={name} measured={measured} indicative={indicative} />}
    </section>
  );
}

function MeasuredFinding({ finding }: { readonly finding: Finding }) {
  const { code, measured, indicative } = finding;
  if (!measured) return null;
  const title = FINDING_TITLES[code];
  return (
    <div>
      <p className="flex flex-wrap items-baseline gap-x-2">
        <span>{title}</span>
        <span className="figures ml-auto">{formatQuantity(measured.value, measured.unit)}</span>
        {indicative && <span className="text-sm text-warn">indicative</span>}
      </p>
      <MarginRule label={title} measured={measured} indicative={indicative} />
    </div>
  );
}

/** Every reading with its corrections and the numbers put in. */
function Working({ entries }: { readonly entries: readonly LedgerEntry[] }) {
  if (entries.length === 0) return null;
  return (
    <details className="group border-t pt-2">
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Show the working
      </summary>
      <ol className="grid gap-3 pt-1">
        {entries.map(({ step, reading, working, standing }) => (
          <li key={`${step} ${reading}`} className="text-sm">
            <p className="font-semibold">{STEPS[step].label}</p>
            <p>{reading}</p>
            {working.map(({ what, how, value }) => (
              <p key={what} className="grid grid-cols-[1fr_auto] gap-x-3 text-soft">
                <span>
                  {what}: <span className="figures">{how}</span>
                </span>
                <span className="figures text-ink">{value}</span>
              </p>
            ))}
            {standing && <p className="text-warn">{standing}</p>}
          </li>
        ))}
      </ol>
    </details>
  );
}
