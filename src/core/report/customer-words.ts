import type { Assessment } from '../assessment/assess';
import type { CapacityResult } from '../assessment/capacity-result';
import type { Evidence } from '../assessment/evidence';
import { ratedByCapacity } from '../assessment/rules-of-power';
import type { Grade, Verdict } from '../assessment/verdict';
import { dutyOf } from '../battery/duty';
import type { HouseRules } from '../rules/house-rules';

/** One thing that a customer wants to know, and the answer in a sentence or two. */
export interface PlainWords {
  readonly title: string;
  readonly text: string;
}

/** What each verdict means to somebody who only wants the engine to start, and what to do. */
const MEANS: Readonly<Record<Verdict, string>> = {
  serve: 'The battery is in order. Nothing needs to be done until its next check.',
  watch:
    'The battery works, but it has lost part of its strength. Plan for a new one, and have it checked before the cold.',
  charge:
    'The battery was not full, so nobody can say yet how good it is. It is charged in full and tested again before anything is replaced.',
  retire:
    'The battery is worn out and will let you down. Have it replaced; the old one goes to us as hazardous goods.',
  quarantine:
    'The battery is not safe. Keep away from it, do not charge or jump it, and leave it to people who are equipped for it.',
  undecided: 'The test is not finished. More is measured before anyone can say.',
};

/** In place of "it has lost strength", where the label does not say what it once had. */
const GUESSED =
  'The battery works. How much of its strength is left cannot be said for certain: its label does not tell its starting strength. Have it checked again before the cold.';

/** The customer's slip in plain words: what was tested, how it did, what that means, what the grade stands for. */
export function customerWords(
  evidence: Evidence,
  { estimates }: Pick<Assessment, 'estimates'>,
  told: { readonly verdict: Verdict; readonly grade: Grade | null; readonly rules: HouseRules },
): PlainWords[] {
  const { charge, health, capacity } = estimates;
  const worksForHours = dutyOf(evidence.battery) === 'deep_cycle';
  const guessed = ratedByCapacity(evidence) && !worksForHours;
  const printed = guessed ? 'one of its size usually has' : 'is printed on it';
  const strength = health
    ? `It has about ${Math.round(health.pct)} % of the starting strength that ${printed}, give or take ${Math.round(health.sdPct)}.`
    : worksForHours
      ? ''
      : 'How strong it is was not measured.';
  const holds = capacity ? holdsWords(capacity) : worksForHours ? 'How much it holds was not measured.' : '';
  const fullness = evidence.discharge?.drained
    ? 'The test emptied it.'
    : charge
      ? `It was about ${Math.round(charge.pct)} % charged.`
      : '';
  const words = [
    { title: 'What was tested', text: sentence(testedWords(evidence)) },
    { title: 'How it did', text: [fullness, strength, holds].filter((text) => text !== '').join(' ') },
    { title: 'What that means', text: guessed && told.verdict === 'watch' ? GUESSED : MEANS[told.verdict] },
    ...(told.grade
      ? [
          {
            title: `Grade ${told.grade}`,
            text: gradeText(told.grade, { ...told, of: worksForHours ? 'capacity' : 'strength' }),
          },
        ]
      : []),
  ];
  return words.filter(({ text }) => text !== '');
}

/** What it holds, in a customer's words. */
function holdsWords({ method, pct, sdPct, atLeast, low }: CapacityResult): string {
  if (method !== 'discharge' || pct === null)
    return low ? 'It holds much less than its label says.' : 'It holds enough to work on.';
  const about = `${Math.round(pct)} %`;
  return atLeast
    ? `It holds at least ${about} of what its label says.`
    : `It holds about ${about} of what its label says, give or take ${Math.round(sdPct ?? 0)}.`;
}

function testedWords({
  openCircuit,
  load,
  conductance,
  hydrometer,
  crank,
  recovery,
  discharge,
}: Evidence): string[] {
  return [
    openCircuit ? 'its voltage at rest' : '',
    hydrometer ? 'the acid of each cell' : '',
    conductance ? 'how well it conducts' : '',
    load ? `its voltage under a load of ${Math.round(load.amps)} A for ${load.seconds} seconds` : '',
    recovery ? 'how it came back after that' : '',
    crank ? 'its voltage while the engine was started' : '',
    discharge ? `how long it gives ${Math.round(discharge.amps)} A` : '',
  ].filter((words) => words !== '');
}

function sentence(parts: readonly string[]): string {
  const [last, ...before] = parts.toReversed();
  if (last === undefined) return 'It was looked at. Nothing was measured.';
  const all = before.length === 0 ? last : `${before.toReversed().join(', ')} and ${last}`;
  return `${all.charAt(0).toUpperCase()}${all.slice(1)}.`;
}

/** The same beside the verdict: one that a passing load test keeps at work is weak, and not worn out. */
function gradeText(
  grade: Grade,
  { verdict, rules, of }: { readonly verdict: Verdict; readonly rules: HouseRules; readonly of: Printed },
): string {
  return grade === 'D' && verdict === 'watch'
    ? `Weak: less than ${rules.health.gradeCPct} % of its printed strength, but it still passes its load test.`
    : gradeWords(grade, rules, of);
}

/** What of the label a grade is held against. */
type Printed = 'strength' | 'capacity';

/** What a grade stands for, by the shop's own limits. */
export function gradeWords(
  grade: Grade,
  { health: { gradeAPct, gradeBPct, gradeCPct } }: HouseRules,
  of: Printed = 'strength',
): string {
  switch (grade) {
    case 'A':
      return `As good as new: ${gradeAPct} % of its printed ${of} or more.`;
    case 'B':
      return `Good: ${gradeBPct} to ${gradeAPct} % of its printed ${of}.`;
    case 'C':
      return `Used: ${gradeCPct} to ${gradeBPct} % of its printed ${of}.`;
    case 'D':
      return `Worn out: less than ${gradeCPct} % of its printed ${of}, or it failed its test.`;
    case 'X':
      return 'Not safe, whatever it measures.';
  }
}
