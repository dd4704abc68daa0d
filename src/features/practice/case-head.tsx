import { useState } from 'react';
import type { PracticeCase } from '@/core/practice/practice-case';
import { spentOn } from '@/core/practice/prices';
import { formatMinutes, formatMoney } from '@/core/quantity/format';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import type { Reading } from '@/core/steps/reading';
import { Button } from '@/ui/button';
import { useKeys } from '@/ui/keys';
import { useSite } from '@/ui/site';
import { useNow } from '@/ui/use-now';
import { SpeedKeys } from '../bench/live/simulated-time';
import type { PracticeBench } from './use-practice-bench';

const SEEN_WORDS: Readonly<Record<string, string>> = {
  ok: 'in order',
  none: 'nothing',
  rotten_egg: 'rotten eggs',
  sealed: 'sealed, cannot be seen',
  exposed: 'plates bare',
};
const wordFor = (state: string) => SEEN_WORDS[state] ?? state;

function seenWords(seen: PracticeCase['seen']): string {
  const { case: caseState, terminals, level, smell } = seen;
  return `Case ${wordFor(caseState)}, posts and clamps ${wordFor(terminals)}, level ${wordFor(level)}; you smell ${wordFor(smell)}.`;
}

interface Props {
  readonly practiceCase: PracticeCase;
  readonly bench: PracticeBench;
  readonly readings: readonly Reading[];
  readonly startMs: number;
  /** It was left in the middle, and goes on. */
  readonly takenUp: boolean;
  readonly onDecide: () => void;
  readonly onAgain: () => void;
}

/** What is told and what can be seen, and what time and money go. */
export function CaseHead({ practiceCase, bench, readings, startMs, takenUp, onDecide, onAgain }: Props) {
  const { title, story, symptom, seen } = practiceCase;
  useKeys([{ key: 'd', label: 'Give your verdict', act: onDecide }]);
  return (
    <section aria-label="Case" className="mb-1 grid gap-1 border-b py-2">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div className="min-w-60 grow basis-0">
          <p>
            <span className="mr-2 text-xl font-bold">{title}</span>
            <span className="text-soft">
              Practice. Complaint: {COMPLAINTS[symptom].label.toLowerCase()}.{takenUp && ' Taken up again.'}
            </span>
          </p>
          <p>“{story}”</p>
        </div>
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          <fieldset className="grid">
            <legend className="heading mb-1">Time, simulated</legend>
            <SpeedKeys />
          </fieldset>
          <SpentSoFar clock={bench.clock} readings={readings} startMs={startMs} />
          {readings.length > 0 && <BeginAnew onAgain={onAgain} />}
          <Button tone="main" className="text-lg" shortcut="D" onClick={onDecide}>
            Decide
          </Button>
        </div>
      </div>
      <p className="max-w-none">
        <span className="heading mr-2">You see</span>
        {seenWords(seen)}
      </p>
    </section>
  );
}

/** Asks once more: what was done in the case would be gone. */
function BeginAnew({ onAgain }: Pick<Props, 'onAgain'>) {
  const [asking, setAsking] = useState(false);
  return asking ? (
    <Button tone="warn" onClick={onAgain} onBlur={() => setAsking(false)}>
      Lose what was done
    </Button>
  ) : (
    <Button tone="quiet" onClick={() => setAsking(true)}>
      Begin anew
    </Button>
  );
}

const TICK_MS = 500;

/** What the case has taken so far: the battery’s own time, and money of the exercise. */
function SpentSoFar({
  clock,
  readings,
  startMs,
}: Pick<Props, 'readings' | 'startMs'> & { readonly clock: () => number }) {
  const { currency } = useSite();
  const nowMs = useNow(startMs, TICK_MS, clock);
  const { minutes, money } = spentOn(readings, startMs, nowMs);
  return (
    <p className="min-w-28" role="timer" aria-live="off">
      <span className="heading block">Spent</span>
      <span className="figures block leading-6 font-semibold">{formatMinutes(minutes)}</span>
      <span className="figures block leading-6 font-semibold">{formatMoney(money, currency)}</span>
    </p>
  );
}
