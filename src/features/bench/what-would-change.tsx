import type { Evidence } from '@/core/assessment/evidence';
import type { StepId } from '@/core/assessment/step-id';
import { VERDICT_LABELS, type Verdict } from '@/core/assessment/verdict';
import { type Flip, flipsOf, type Lever, type Outcome, outcomesOf } from '@/core/assessment/what-if';
import { STEPS } from '@/core/procedure/steps';
import { formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { VerdictMark } from '@/ui/verdict-mark';

interface Props {
  readonly evidence: Evidence;
  readonly rules: HouseRules;
  readonly next: StepId | null;
}

/** What would change this verdict: the readings at which it flips, and what each outcome of the next step would mean. */
export function WhatWouldChange({ evidence, rules, next }: Props) {
  const flips = flipsOf(evidence, rules);
  const lever = leverOf(next);
  const outcomes = lever ? outcomesOf(evidence, rules, lever) : [];
  if (flips.length === 0 && outcomes.length === 0) return null;
  return (
    <section aria-label="What would change it" className="grid gap-1.5">
      <h3 className="heading">What would change it</h3>
      <ul className="grid gap-1 text-[0.95rem]">
        {flips.map((flip) => (
          <Line key={`${flip.lever} ${flip.direction}`} verdict={flip.verdict}>
            {flipWords(flip)}
          </Line>
        ))}
        {lever &&
          outcomes.map((outcome) => (
            <Line key={outcome.fromVolts} verdict={outcome.verdict}>
              {outcomeWords(outcome, outcomes, lever)}
            </Line>
          ))}
      </ul>
    </section>
  );
}

/** The reading whose outcomes are told. Where any test of power would do, the load test is told: it decides by itself. */
function leverOf(step: StepId | null): Lever | null {
  switch (step) {
    case 'conductance':
    case 'load':
      return 'load';
    case 'open_circuit':
    case 'recovery':
      return step;
    default:
      return null;
  }
}

function Line({ verdict, children }: { readonly verdict: Verdict; readonly children: string }) {
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-2">
      <span className="text-soft">{children}</span>
      <span className="flex items-center gap-1.5">
        <VerdictMark verdict={verdict} size={14} />
        {VERDICT_LABELS[verdict]}
      </span>
    </li>
  );
}

function flipWords({ lever, at, direction }: Flip): string {
  // Rounded away from what was read, so that the figure shown flips the verdict too.
  const shown = direction === 'below' ? Math.floor(at * 100) / 100 : Math.ceil(at * 100) / 100;
  return `${STEPS[lever].label} at ${formatQuantity(shown, 'V')} or ${direction === 'below' ? 'less' : 'more'}`;
}

function outcomeWords({ fromVolts, toVolts }: Outcome, all: readonly Outcome[], lever: Lever): string {
  const name = STEPS[lever].label;
  if (all.length === 1) return `${name}, whatever it shows`;
  if (all[0]?.fromVolts === fromVolts) return `${name} below ${formatQuantity(toVolts, 'V')}`;
  if (all.at(-1)?.toVolts === toVolts) return `${name} from ${formatQuantity(fromVolts, 'V')}`;
  return `${name} ${formatQuantity(fromVolts, 'V')} to ${formatQuantity(toVolts, 'V')}`;
}
