'use client';

import { useState } from 'react';
import type { Reading } from '@/core/procedure/reading';
import { TYPED } from '@/core/procedure/typed';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { useSite, useTechnicianName } from '@/ui/site';
import { readingWords } from './reading-words';

const REASONS = [
  'Slip of the finger',
  'Read from the wrong battery',
  'Wrong unit or range',
  'Bad contact',
] as const;

interface Props {
  readonly reading: Reading;
  readonly readOnly: boolean;
  readonly onAgain: () => void;
  readonly onCorrect: (reason: string) => void;
  readonly onWithdraw: (reason: string) => void;
}

/** A step that is done: what was captured, by whom, and the ways to take more or put it right. */
export function DoneStep({ reading, readOnly, onAgain, onCorrect, onWithdraw }: Props) {
  const { temperatureUnit } = useSite();
  const nameOf = useTechnicianName();
  const [wrong, setWrong] = useState(false);
  return (
    <div className="grid gap-5">
      <div className="sheet p-5">
        <p className="figures text-3xl font-semibold break-words">{readingWords(reading, temperatureUnit)}</p>
        <p className="mt-1 text-soft">
          <Moment atMs={reading.takenAtMs} /> by {nameOf(reading.technicianId)}
          {reading.instrument !== TYPED && `, with ${reading.instrument}`}
          {reading.forced && ', forced: indicative'}
          {reading.reason && `, corrected: ${reading.reason.toLowerCase()}`}
        </p>
      </div>
      {!readOnly && !wrong && (
        <div className="flex flex-wrap gap-3">
          <Button large data-first onClick={onAgain}>
            Do it again
          </Button>
          <Button large onClick={() => setWrong(true)}>
            The entry is wrong
          </Button>
        </div>
      )}
      {wrong && <WhyWrong onCorrect={onCorrect} onWithdraw={onWithdraw} onLeave={() => setWrong(false)} />}
    </div>
  );
}

function WhyWrong({
  onCorrect,
  onWithdraw,
  onLeave,
}: Pick<Props, 'onCorrect' | 'onWithdraw'> & { readonly onLeave: () => void }) {
  const [reason, setReason] = useState<string>(REASONS[0]);
  const given = reason.trim();
  return (
    <section aria-label="Put it right" className="grid gap-3">
      <p className="text-soft">The wrong entry stays in the record, marked as superseded, with the reason.</p>
      <label className="grid gap-1">
        <span className="heading">Why was it wrong?</span>
        <input
          list="why-wrong"
          data-first
          value={reason}
          maxLength={200}
          onChange={(event) => setReason(event.target.value)}
          className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
        />
        <datalist id="why-wrong">
          {REASONS.map((known) => (
            <option key={known} value={known} />
          ))}
        </datalist>
      </label>
      <div className="flex flex-wrap gap-3">
        <Button tone="main" large disabled={given === ''} onClick={() => onCorrect(given)}>
          Enter the right one
        </Button>
        <Button large disabled={given === ''} onClick={() => onWithdraw(given)}>
          Take it back
        </Button>
        <Button tone="quiet" large onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </section>
  );
}
