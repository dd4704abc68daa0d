import { clsx } from 'clsx';
import { Check, ChevronRight, Hourglass, Minus, SkipForward } from 'lucide-react';
import { useRef } from 'react';
import type { StepId } from '@/core/assessment/step-id';
import type { SheetStep } from '@/core/procedure/run-sheet';
import { readingWords, STEPS } from '@/core/steps/registry';
import { clockText } from '@/ui/countdown';
import { Key } from '@/ui/key';
import { useSite, useWords } from '@/ui/site';
import { useHereInView } from '@/ui/strip';

interface Props {
  readonly sheet: readonly SheetStep[];
  readonly shown: StepId;
  readonly nowMs: number;
  readonly onChoose: (step: StepId) => void;
}

/** The steps in working order: each done, next, waiting on a clock, or barred with the reason in a few words. */
export function RunSheet({ sheet, shown, nowMs, onChoose }: Props) {
  const list = useRef<HTMLOListElement>(null);
  // On a narrow screen the sheet is a strip.
  useHereInView(list, shown);
  return (
    <nav aria-label="Run sheet" className="min-w-0 lg:max-xl:col-span-2 xl:border-r xl:pr-2">
      <div className="flex items-center justify-between px-2 py-1 max-xl:hidden">
        <h2 className="heading">Run sheet</h2>
        <span className="text-soft">
          <Key>[</Key> <Key>]</Key>
        </span>
      </div>
      <ol ref={list} className="flex gap-1 overflow-x-auto pb-1 xl:grid xl:overflow-visible">
        {sheet.map((step) => (
          <li key={step.id} className="shrink-0">
            <Line step={step} here={step.id === shown} nowMs={nowMs} onChoose={onChoose} />
          </li>
        ))}
      </ol>
    </nav>
  );
}

function Line({
  step,
  here,
  nowMs,
  onChoose,
}: {
  readonly step: SheetStep;
  readonly here: boolean;
  readonly nowMs: number;
  readonly onChoose: Props['onChoose'];
}) {
  const { temperatureUnit } = useSite();
  const words = useWords();
  const { id, reading, gate, next } = step;
  const waiting =
    !gate.open && gate.opensAtMs !== null && gate.opensAtMs > nowMs ? gate.opensAtMs - nowMs : null;
  return (
    <button
      type="button"
      aria-current={here ? 'step' : undefined}
      onClick={() => onChoose(id)}
      className={clsx(
        'grid min-h-13 w-full grid-cols-[1.5rem_1fr] items-start gap-x-2 rounded-md px-2 py-2 text-left hover:bg-sunk max-sm:min-h-11 max-sm:w-auto max-xl:w-44',
        here && 'bg-harbour-wash',
      )}
    >
      <span className="pt-0.5">
        <State step={step} waiting={waiting !== null && !reading} />
      </span>
      <span className="min-w-0">
        <span className={clsx('block leading-tight max-sm:whitespace-nowrap', next && 'font-bold')}>
          {STEPS[id].label}
        </span>
        <span
          className={clsx(
            'block truncate text-sm text-soft xl:whitespace-normal',
            // On a phone the strip is one line; a clock is worth a second one.
            waiting === null && 'max-sm:hidden',
          )}
        >
          {reading && !next ? (
            <>
              {readingWords(reading, temperatureUnit)}
              {reading.forced && <em className="text-warn"> · forced</em>}
            </>
          ) : waiting !== null ? (
            <span className="figures">{clockText(waiting)} to go</span>
          ) : (
            !gate.open && words(gate.reason)
          )}
        </span>
      </span>
    </button>
  );
}

function State({ step, waiting }: { readonly step: SheetStep; readonly waiting: boolean }) {
  const { reading, gate, next } = step;
  if (waiting) return <Hourglass size={18} aria-label="waiting" className="text-warn" />;
  if (next) return <ChevronRight size={20} strokeWidth={3} aria-label="next" className="text-harbour" />;
  if (reading?.kind === 'skip')
    return <SkipForward size={18} aria-label="passed over" className="text-soft" />;
  if (reading) return <Check size={18} strokeWidth={2.5} aria-label="done" className="text-serve" />;
  return gate.open ? (
    <span
      role="img"
      aria-label="open"
      className="mt-1 ml-1 block size-2.5 rounded-full border-2 border-line-strong"
    />
  ) : (
    <Minus size={18} strokeWidth={3} aria-label="barred" className="text-retire" />
  );
}
