import { useState } from 'react';
import type { ChangedRun, HistoryComparison } from '@/core/assessment/compare-history';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { FINDING_TITLES } from '@/core/assessment/wording';
import { changedRunsCsv } from '@/core/exchange/list-csv';
import type { RulesVersion } from '@/core/exchange/rules-views';
import { answeredDifferently, differencesOf } from '@/core/rules/compare-rules';
import { type FigureValue, figureText } from '@/core/rules/figures';
import type { HouseRules } from '@/core/rules/house-rules';
import { PRESETS } from '@/core/rules/presets';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { saveFile } from '@/ui/save-file';
import { Select } from '@/ui/select';
import { VerdictMark } from '@/ui/verdict-mark';
import { useComparison } from './use-comparison';

interface Props {
  readonly versions: readonly RulesVersion[];
  /** What is being changed on this page; null while nothing is. */
  readonly draft: HouseRules | null;
  /** Runs in the history. */
  readonly runs: number;
}

interface Side {
  readonly value: string;
  readonly label: string;
  readonly rules: HouseRules;
}

/** Any two sets of rules against each other: on which answers they differ, and on which runs of the history. */
export function CompareRules({ versions, draft, runs }: Props) {
  const comparison = useComparison();
  const sides: Side[] = [
    ...(draft ? [{ value: 'draft', label: 'The draft above', rules: draft }] : []),
    ...versions.map(({ rules }) => ({
      value: `${rules.id} ${rules.version}`,
      label: `${rules.name}, version ${rules.version}`,
      rules,
    })),
    ...PRESETS.map(({ id, name, rules }) => ({ value: id, label: `${name}, preset`, rules })),
  ];
  const [oneKey, setOneKey] = useState<string | null>(null);
  const [otherKey, setOtherKey] = useState<string | null>(null);
  const inForce = sides.find(({ value }) => value !== 'draft');
  const one = sides.find(({ value }) => value === oneKey) ?? inForce;
  const other = sides.find(({ value }) => value === otherKey) ?? sides.find((side) => side !== one);
  if (!one || !other) return null;
  const choose = (set: (key: string) => void) => (key: string) => {
    set(key);
    comparison.clear();
  };
  return (
    <section aria-label="Compare" className="grid gap-3 border-t pt-4">
      <h2 className="text-xl font-semibold">Compare two sets of rules</h2>
      <div className="grid items-end gap-3 md:grid-cols-[1fr_1fr_auto]">
        <Select label="These rules" value={one.value} options={sides} onChoose={choose(setOneKey)} />
        <Select label="and these" value={other.value} options={sides} onChoose={choose(setOtherKey)} />
        {comparison.state === 'running' ? (
          <Button tone="warn" onClick={comparison.stop}>
            Stop
          </Button>
        ) : (
          <Button
            tone="main"
            disabled={runs === 0}
            onClick={() => comparison.start({ one: one.rules, other: other.rules })}
          >
            Judge all {runs} runs by both
          </Button>
        )}
      </div>
      {runs === 0 && (
        <p className="text-soft">No run has been finished yet: there is no history to compare on.</p>
      )}
      <Differences one={one.rules} other={other.rules} />
      {comparison.state !== 'idle' && <Progress comparison={comparison} runs={runs} />}
      {comparison.so.changed > 0 && <Changes so={comparison.so} one={one.label} other={other.label} />}
    </section>
  );
}

function Differences({ one, other }: { readonly one: HouseRules; readonly other: HouseRules }) {
  const answers = answeredDifferently(one, other);
  const figures = differencesOf(one, other);
  if (figures.length === 0) return <p className="text-soft">They are the same in every figure.</p>;
  return (
    <div className="grid gap-2 text-[0.95rem]">
      <ul className="grid gap-x-8 gap-y-1 md:grid-cols-2">
        {answers.map(({ question, one: ours, other: theirs }) => (
          <li key={question.id}>
            <span className="text-soft">{question.asks}</span> {ours?.label ?? 'own figures'} →{' '}
            {theirs?.label ?? 'own figures'}
          </li>
        ))}
      </ul>
      <details>
        <summary className="min-h-11 content-center text-soft">
          {figures.length === 1 ? '1 figure differs' : `${figures.length} figures differ`}
        </summary>
        <ul className="grid gap-1">
          {figures.map(({ path, one: ours, other: theirs }) => (
            <li key={path} className="grid gap-x-4 sm:grid-cols-[16rem_minmax(0,1fr)]">
              <span className="figures text-soft">{path}</span>
              <span className="figures">
                {figureText(path, ours as FigureValue)} → {figureText(path, theirs as FigureValue)}
              </span>
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}

function Progress({
  comparison,
  runs,
}: {
  readonly comparison: ReturnType<typeof useComparison>;
  readonly runs: number;
}) {
  const { state, so, message } = comparison;
  const words = {
    idle: '',
    running: `${so.compared} of ${runs} runs judged by both`,
    done: `${so.compared} runs judged by both`,
    stopped: `Stopped after ${so.compared} of ${runs} runs`,
    failed: message,
  }[state];
  return (
    <div className="grid gap-1">
      <div
        role="progressbar"
        aria-label="Runs judged"
        aria-valuemin={0}
        aria-valuemax={Math.max(runs, so.compared)}
        aria-valuenow={so.compared}
        className="h-2 overflow-hidden rounded-full bg-sunk"
      >
        <div
          className="h-full bg-harbour"
          style={{ width: `${(100 * so.compared) / Math.max(runs, so.compared, 1)}%` }}
        />
      </div>
      <p role="status" className={state === 'failed' ? 'text-retire' : 'text-soft'}>
        {words}
        {state === 'done' && so.changed === 0 && ': no verdict differs'}
      </p>
    </div>
  );
}

function Changes({
  so,
  one,
  other,
}: {
  readonly so: HistoryComparison;
  readonly one: string;
  readonly other: string;
}) {
  const most = [...so.transitions].sort((left, right) => right.runs - left.runs);
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[24rem_minmax(0,1fr)]">
      <table className="sheet w-full">
        <caption className="heading mb-1 text-left">
          {so.changed === 1 ? '1 verdict differs' : `${so.changed} verdicts differ`}
        </caption>
        <thead className="sr-only">
          <tr>
            <th>{one}</th>
            <th>{other}</th>
            <th>Runs</th>
          </tr>
        </thead>
        <tbody>
          {most.map(({ from, to, runs }) => (
            <tr key={`${from} ${to}`} className="border-t first:border-t-0">
              <td className="p-2.5">
                <span className="flex items-center gap-2">
                  <VerdictMark verdict={from} size={16} />
                  {VERDICT_LABELS[from]}
                </span>
              </td>
              <td className="p-2.5">
                <span className="flex items-center gap-2">
                  <VerdictMark verdict={to} size={16} />
                  {VERDICT_LABELS[to]}
                </span>
              </td>
              <td className="figures p-2.5 text-right font-semibold">{runs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div>
        <div className="mb-1 flex items-center justify-between gap-3">
          <h3 className="heading">
            {so.changed > so.examples.length ? `The first ${so.examples.length} of them` : 'Each of them'}
          </h3>
          <Button
            onClick={() => saveFile('verdicts-that-differ.csv', changedRunsCsv(so.examples), 'text/csv')}
          >
            CSV
          </Button>
        </div>
        <ul className="sheet max-h-96 divide-y overflow-y-auto">
          {so.examples.map((run) => (
            <Example key={run.runId} run={run} />
          ))}
        </ul>
      </div>
    </div>
  );
}

function Example({ run: { runId, tag, atMs, one, other } }: { readonly run: ChangedRun }) {
  return (
    <li>
      <Link
        href={`/bench/${runId}`}
        className="grid min-h-12 grid-cols-2 items-center gap-x-4 px-3 py-1.5 hover:bg-harbour-wash md:grid-cols-[6rem_8rem_1fr_1fr]"
      >
        <span className="figures font-semibold">{tag}</span>
        <span className="text-sm text-soft">
          <Moment atMs={atMs} as="day" />
        </span>
        <span className="text-sm">
          {VERDICT_LABELS[one.verdict]} <span className="block text-soft">{FINDING_TITLES[one.because]}</span>
        </span>
        <span className="text-sm">
          {VERDICT_LABELS[other.verdict]}{' '}
          <span className="block text-soft">{FINDING_TITLES[other.because]}</span>
        </span>
      </Link>
    </li>
  );
}
