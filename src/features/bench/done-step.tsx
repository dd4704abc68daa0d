'use client';

import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import type { Reading } from '@/core/steps/reading';
import { readingWords } from '@/core/steps/registry';
import { TYPED } from '@/core/steps/typed';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { useSite, useTechnicianName } from '@/ui/site';
import { ReasonField } from './reason-field';

const REASONS = [
  'Typed wrongly',
  'Read from the wrong battery',
  'Wrong unit or range',
  'Bad contact',
] as const;

interface Props {
  readonly reading: Reading;
  /** What else was read in this step and still counts, oldest first. */
  readonly earlier: readonly Reading[];
  readonly readOnly: boolean;
  readonly onAgain: () => void;
  readonly onCorrect: (wrong: Reading, reason: string) => void;
  readonly onWithdraw: (wrong: Reading, reason: string) => void;
}

/** A step that is done: what was captured, by whom, and the ways to take more or put it right. */
export function DoneStep({ reading, earlier, readOnly, onAgain, onCorrect, onWithdraw }: Props) {
  const [wrong, setWrong] = useState<Reading | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const shown = useRef(wrong);
  // What was pressed is gone: the focus goes to what came in its place, and back again.
  useEffect(() => {
    if (shown.current === wrong) return;
    shown.current = wrong;
    frame.current?.querySelector<HTMLElement>('[data-first]')?.focus();
  }, [wrong]);
  return (
    <div ref={frame} className="grid gap-5">
      <div className="sheet p-5">
        <Captured reading={reading} large />
      </div>
      {!readOnly && !wrong && (
        <div className="flex flex-wrap gap-3">
          <Button large data-first onClick={onAgain}>
            {reading.kind === 'vehicle_check' ? 'Measure something else' : 'Do it again'}
          </Button>
          <Button large onClick={() => setWrong(reading)}>
            The entry is wrong
          </Button>
        </div>
      )}
      {earlier.length > 0 && !wrong && (
        <section aria-label="Also measured" className="grid gap-1">
          <h2 className="heading">Also measured</h2>
          {earlier.map((one) => (
            <div key={one.id} className="flex flex-wrap items-center justify-between gap-3 border-t py-2">
              <div className="min-w-0">
                <Captured reading={one} />
              </div>
              {!readOnly && (
                <Button tone="quiet" onClick={() => setWrong(one)}>
                  This one is wrong
                </Button>
              )}
            </div>
          ))}
        </section>
      )}
      {wrong && (
        <>
          {wrong !== reading && <Captured reading={wrong} />}
          <WhyWrong
            onCorrect={(reason) => onCorrect(wrong, reason)}
            onWithdraw={(reason) => onWithdraw(wrong, reason)}
            onLeave={() => setWrong(null)}
          />
        </>
      )}
    </div>
  );
}

function Captured({ reading, large = false }: { readonly reading: Reading; readonly large?: boolean }) {
  const { temperatureUnit } = useSite();
  const nameOf = useTechnicianName();
  return (
    <>
      <p className={clsx('figures font-semibold break-words', large ? 'text-3xl' : 'text-lg')}>
        {readingWords(reading, temperatureUnit)}
      </p>
      <p className="mt-1 text-soft">
        <Moment atMs={reading.takenAtMs} /> by {nameOf(reading.technicianId)}
        {reading.instrument !== TYPED && `, with ${reading.instrument}`}
        {reading.forced && ', forced: indicative'}
        {reading.reason && `, corrected: ${reading.reason.toLowerCase()}`}
      </p>
    </>
  );
}

interface WhyWrongProps {
  readonly onCorrect: (reason: string) => void;
  readonly onWithdraw: (reason: string) => void;
  readonly onLeave: () => void;
}

function WhyWrong({ onCorrect, onWithdraw, onLeave }: WhyWrongProps) {
  const [reason, setReason] = useState('');
  const given = reason.trim();
  return (
    <section aria-label="Put it right" className="grid gap-3">
      <p className="text-soft">The wrong entry stays in the record, marked as superseded, with the reason.</p>
      <ReasonField label="Why was it wrong?" reason={reason} onReason={setReason} usual={REASONS} />
      <div className="flex flex-wrap gap-3">
        <Button tone="main" large disabled={given === ''} onClick={() => onCorrect(given)}>
          Enter the right one
        </Button>
        <Button large disabled={given === ''} onClick={() => onWithdraw(given)}>
          Take it back
        </Button>
        <Button tone="quiet" large onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </section>
  );
}
