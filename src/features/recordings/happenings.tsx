'use client';

import { useState } from 'react';
import { EXCURSION_WORDS } from '@/core/recording/excursions';
import type { Span } from '@/core/recording/recording';
import { ActButton } from '@/ui/act-button';
import { Button } from '@/ui/button';
import { Field, INPUT } from '@/ui/field';
import { ListTable } from '@/ui/list-table';
import { typedNumber } from '@/ui/typed-number';
import type { ExaminedThere } from '@/workers/recording.messages';
import { momentText } from './view-window';

const CELL = 'px-4 py-2';
const SHOWN = 60;

/** What happened in a long recording, and a way to what happened at a moment. */
export function Happenings({
  examined,
  onShow,
}: {
  readonly examined: ExaminedThere;
  readonly onShow: (span: Span) => void;
}) {
  const { cranks, excursions, span } = examined;
  const all = [
    ...cranks.map(({ onsetS, endS, started }) => ({
      fromS: onsetS,
      toS: endS,
      value: null,
      what:
        started === true
          ? 'cranked, and it ran'
          : started === false
            ? 'cranked, and it did not run'
            : 'cranked',
    })),
    ...excursions.map(({ kind, fromS, toS, value }) => ({
      fromS,
      toS,
      what: EXCURSION_WORDS[kind],
      value: `${value.toFixed(kind === 'wake' ? 1 : 2)} ${kind === 'wake' ? 'A' : 'V'}`,
    })),
  ].sort((one, other) => one.fromS - other.fromS);
  const isLong = span.toS - span.fromS > LONG_S;
  if (!isLong && excursions.length === 0 && cranks.length < 2) return null;
  return (
    <section aria-label="What happened" className="grid gap-3">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="heading">What happened</h2>
        {isLong && <AtAMoment span={span} onShow={onShow} />}
      </div>
      {all.length === 0 ? (
        <p className="text-soft">The regulator held, nothing dropped out and nothing woke up.</p>
      ) : (
        <div className="sheet max-h-96 overflow-auto">
          <ListTable headings={['From', 'For', 'What', '']} cellClass={CELL}>
            {all.slice(0, SHOWN).map(({ fromS, toS, what, value }) => (
              <tr key={`${fromS} ${what}`}>
                <td className={`figures whitespace-nowrap ${CELL}`}>{momentText(fromS, span)}</td>
                <td className={`figures whitespace-nowrap ${CELL}`}>{lengthText(toS - fromS)}</td>
                <td className={CELL}>
                  {what} {value && <span className="figures font-semibold">{value}</span>}
                </td>
                <td className={`${CELL} text-right`}>
                  <Button
                    tone="quiet"
                    onClick={() => onShow({ fromS, toS })}
                    aria-label={`Show ${what} at ${momentText(fromS, span)}`}
                  >
                    Show
                  </Button>
                </td>
              </tr>
            ))}
          </ListTable>
        </div>
      )}
    </section>
  );
}

const LONG_S = 120;

const lengthText = (seconds: number) =>
  seconds < 1
    ? `${Math.round(1000 * seconds)} ms`
    : seconds < 120
      ? `${seconds.toFixed(1)} s`
      : `${Math.round(seconds / 60)} min`;

/** “What happened at the light?”: minutes into the recording, as 12:30 or in seconds. */
function AtAMoment({ span, onShow }: { readonly span: Span; readonly onShow: (span: Span) => void }) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const show = () => {
    const atS = momentIn(text);
    if (atS === null || atS < span.fromS || atS > span.toS) {
      setWrong(
        `Found “${text}”, expected a time from ${momentText(span.fromS, span)} to ${momentText(span.toS, span)}`,
      );
      return;
    }
    setWrong(null);
    onShow({ fromS: atS - 5, toS: atS + 5 });
  };
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        show();
      }}
    >
      <Field label="What happened at" hint="Minutes and seconds, 12:30." error={wrong ?? undefined}>
        {(control) => (
          <input
            {...control}
            value={text}
            onChange={(event) => setText(event.target.value)}
            className={`${INPUT} w-36`}
          />
        )}
      </Field>
      <ActButton act="work" type="submit" className="mb-6">
        Show it
      </ActButton>
    </form>
  );
}

function momentIn(text: string): number | null {
  const clock = /^\s*(\d+):(\d{1,2}(?:[.,]\d+)?)\s*$/.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number((clock[2] ?? '').replace(',', '.'));
  const seconds = typedNumber(text);
  return typeof seconds === 'number' && Number.isFinite(seconds) ? seconds : null;
}
