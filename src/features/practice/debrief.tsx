import { VERDICT_LABELS } from '@/core/assessment/verdict';
import type { Debrief as Debriefing } from '@/core/practice/debrief';
import type { PracticeCase } from '@/core/practice/practice-case';
import type { ToldByStep } from '@/core/practice/told-by-step';
import { formatMinutes, formatMoney } from '@/core/quantity/format';
import { readingTitle, readingWords, STEPS } from '@/core/steps/registry';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { useSite } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';
import { AnExercise, DebriefHead, DebriefKeys, Figure, WhatWasDone, WhatWasTrue } from './debrief-parts';

/** What was true, what each step was worth, what a wrong verdict would have cost, and the shortest sound path. */
export function Debrief({
  practiceCase,
  code,
  result,
  onAgain,
}: {
  readonly practiceCase: PracticeCase;
  readonly code: string;
  readonly result: Debriefing;
  readonly onAgain: () => void;
}) {
  const { right, rightVerdicts, truth, remarks, told, score } = result;
  const sound = rightVerdicts.map((verdict) => VERDICT_LABELS[verdict]).join(' or ');
  return (
    <main className="print-list mx-auto grid max-w-4xl gap-6 px-4 py-6">
      <DebriefHead
        title={practiceCase.title}
        code={code}
        headline={right ? 'Right on both counts' : 'Not what was true'}
        score={score}
      />
      <WhatWasTrue lines={[...truth, `Sound verdict: ${sound}.`]} />
      <WhatWasDone remarks={remarks} />
      {told.length > 0 && <WhatWasTold told={told} />}
      <TimeAndMoney result={result} />
      <AnExercise />
      <DebriefKeys onAgain={onAgain} address={`/practice/case?code=${encodeURIComponent(code)}`}>
        <Link
          href={`/practice/compose?code=${encodeURIComponent(code)}`}
          className={buttonClass('quiet', true)}
        >
          Make another of it
        </Link>
      </DebriefKeys>
    </main>
  );
}

/** What each reading said, and what was so: told in figures, the truth beside it. */
function WhatWasTold({ told }: { readonly told: readonly ToldByStep[] }) {
  const { temperatureUnit } = useSite();
  return (
    <section aria-label="What each step showed" className="grid gap-2 overflow-x-auto">
      <h2 className="heading">What each step showed, and what was so</h2>
      <table className="w-full">
        <thead>
          <tr className="heading text-left">
            <th scope="col">Step</th>
            <th scope="col">Read</th>
            <th scope="col" className="text-right">
              Charge told
            </th>
            <th scope="col" className="text-right">
              truly
            </th>
            <th scope="col" className="text-right">
              Health told
            </th>
            <th scope="col" className="text-right">
              truly
            </th>
            <th scope="col" className="pl-6">
              Verdict so far
            </th>
          </tr>
        </thead>
        <tbody>
          {told.map(({ reading, chargePct, trueChargePct, healthPct, trueHealthPct, verdict }) => (
            <tr key={reading.id} className="border-t align-middle">
              <th scope="row" className="py-2 pr-3 text-left font-semibold">
                {readingTitle(reading.kind)}
              </th>
              <td className="pr-3">{readingWords(reading, temperatureUnit)}</td>
              <Share pct={chargePct} />
              <Share pct={trueChargePct} truly />
              <Share pct={healthPct} />
              <Share pct={healthPct === null ? null : trueHealthPct} truly />
              <td className="pl-6">
                <span className="flex">
                  <VerdictLabel verdict={verdict} />
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Share({ pct, truly = false }: { readonly pct: number | null; readonly truly?: boolean }) {
  return (
    <td className={`figures pl-3 text-right ${truly ? 'text-soft' : 'font-semibold'}`}>
      {pct === null ? '' : `${Math.round(pct)} %`}
    </td>
  );
}

/** What it took and cost, and how short it could have been. */
function TimeAndMoney({ result }: { readonly result: Debriefing }) {
  const { currency } = useSite();
  const { path, pathMinutes, minutes, workCost, wrongCost } = result;
  return (
    <section aria-label="Time and money" className="sheet flex flex-wrap gap-x-10 gap-y-3 p-5">
      <Figure name="Time">{formatMinutes(minutes)}</Figure>
      <Figure name="Work">{formatMoney(workCost, currency)}</Figure>
      <Figure name="The verdict would have cost">{formatMoney(wrongCost, currency)}</Figure>
      <Figure name="Shortest sound path">{formatMinutes(pathMinutes)}</Figure>
      <p className="basis-full text-soft">
        {path.map((step) => STEPS[step].label).join(' → ')} → {STEPS.verdict.label}
      </p>
    </section>
  );
}
