import type { Evidence } from '@/core/assessment/evidence';
import { LEVERS, type Lever, leverWords } from '@/core/assessment/levers';
import { VERDICT_LABELS, type Verdict } from '@/core/assessment/verdict';
import { type Flip, flipsOf, type Outcome } from '@/core/assessment/what-if';
import { couldBecome, type OpenTest } from '@/core/procedure/next-step';
import { formatMinutes } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { STEPS } from '@/core/steps/registry';
import { useWords } from '@/ui/site';
import { VerdictMark } from '@/ui/verdict-mark';

interface Props {
  readonly evidence: Evidence;
  readonly rules: HouseRules;
  readonly verdict: Verdict;
  readonly openTests: readonly OpenTest[];
  /** The test whose outcomes are told one by one; null where the next step is none. */
  readonly next: OpenTest | null;
}

/** What would change this verdict: the readings at which it flips, what the next test would mean, what else is open. */
export function WhatWouldChange({ evidence, rules, verdict, openTests, next }: Props) {
  const flips = flipsOf(evidence, rules);
  const others = openTests.filter((test) => test !== next);
  if (flips.length === 0 && openTests.length === 0) return null;
  return (
    <section aria-label="What would change it" className="grid gap-1.5">
      <h3 className="heading">What would change it</h3>
      <ul className="grid gap-1 text-[0.95rem]">
        {flips.map((flip) => (
          <Line key={`${flip.lever} ${flip.direction}`} verdict={flip.verdict}>
            {flipWords(flip, evidence)}
          </Line>
        ))}
        {next?.outcomes.map((outcome) => (
          <Line key={outcome.from} verdict={outcome.verdict}>
            {outcomeWords(outcome, next.outcomes, next.lever, evidence)}
          </Line>
        ))}
      </ul>
      {others.length > 0 && (
        <p className="text-sm text-soft">
          Open too:{' '}
          {others
            .map(
              (test) =>
                `${STEPS[test.step].label.toLowerCase()}, ${formatMinutes(test.minutes)} (${couldBecome(test, verdict).join(', ').toLowerCase()})`,
            )
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
}

function Line({ verdict, children }: { readonly verdict: Verdict; readonly children: string }) {
  const words = useWords();
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-2">
      <span className="text-soft">{words(children)}</span>
      <span className="flex items-center gap-1.5">
        <VerdictMark verdict={verdict} size={14} />
        {VERDICT_LABELS[verdict]}
      </span>
    </li>
  );
}

function flipWords({ lever, at, direction }: Flip, evidence: Evidence): string {
  const told = leverWords(lever, at, evidence, direction === 'below' ? 'down' : 'up');
  return `${LEVERS[lever].label} at ${told} or ${direction === 'below' ? 'less' : 'more'}`;
}

function outcomeWords(
  { from, to }: Outcome,
  all: readonly Outcome[],
  lever: Lever,
  evidence: Evidence,
): string {
  const told = (value: number) => leverWords(lever, value, evidence);
  const name = LEVERS[lever].label;
  if (all.length === 1) return `${name}, whatever it shows`;
  if (all[0]?.from === from) return `${name} below ${told(to)}`;
  if (all.at(-1)?.to === to) return `${name} from ${told(from)}`;
  return `${name} ${told(from)} to ${told(to)}`;
}
