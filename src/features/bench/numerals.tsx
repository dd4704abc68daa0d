import { clsx } from 'clsx';
import dynamic from 'next/dynamic';
import { useId } from 'react';
import { later } from '@/ui/later';
import { useTone } from '@/ui/tones';
import { typedNumber } from '@/ui/typed-number';
import { LiveMark, type LiveState } from './live/live-fields';
import { useSettled } from './live/use-settled';
import type { NumberField } from './number-fields';

// A voltmeter that speaks comes later than the page, and most benches have none.
const MeterKeys = dynamic(
  later(() => import('./live/meter-keys').then((keys) => keys.MeterKeys)),
  { loading: () => null },
);

interface NumeralsProps {
  readonly field: NumberField;
  readonly huge: boolean;
  /** The stage starts with the focus here. */
  readonly leads: boolean;
  readonly unit: string;
  /** What an empty field says of itself. */
  readonly empty: string | undefined;
  readonly text: string;
  readonly complaint: string | undefined;
  readonly remark: string | undefined;
  readonly live: LiveState | null;
  readonly onFollow: () => void;
  readonly onFocus: () => void;
  readonly onType: (text: string) => void;
  readonly onSpace: () => void;
}

/** A number as it is typed or read: huge where it is the reading itself. */
export function Numerals({
  field,
  huge,
  leads,
  unit,
  empty,
  text,
  complaint,
  remark,
  live,
  onFollow,
  onFocus,
  onType,
  onSpace,
}: NumeralsProps) {
  const id = useId();
  const isLiveVoltage = huge && live?.following === true && field.live?.kind === 'voltmeter';
  const settled = useSettled(isLiveVoltage ? typedNumber(text) : null);
  useTone('settled', settled);
  return (
    <div className="grid min-w-0 grid-cols-1 content-start">
      <label htmlFor={id} className="heading">
        {field.label}
      </label>
      <span
        className={clsx(
          'flex items-baseline gap-2 rounded-md border-2 bg-sheet px-3 focus-within:border-harbour',
          complaint ? 'border-retire' : 'border-line-strong',
        )}
      >
        <input
          id={id}
          name={field.name}
          value={text}
          inputMode="decimal"
          autoComplete="off"
          maxLength={9}
          data-first={leads || undefined}
          aria-invalid={complaint !== undefined}
          aria-describedby={`${id}-note`}
          placeholder={empty}
          onFocus={(event) => {
            event.target.select();
            onFocus();
          }}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={(event) => {
            // Under a live value the place of the caret means nothing: the first key replaces it.
            if (live?.following && event.key.length === 1 && !event.ctrlKey && !event.metaKey)
              event.currentTarget.select();
            if (event.key !== ' ') return;
            event.preventDefault();
            onSpace();
          }}
          className={clsx(
            'figures w-0 min-w-0 grow bg-transparent text-right outline-none',
            'placeholder:font-sans placeholder:text-sm placeholder:text-soft',
            huge ? 'h-20 text-6xl leading-none font-semibold sm:h-28 sm:text-[5.5rem]' : 'h-12 text-2xl',
          )}
        />
        <span className={clsx('figures text-soft', huge ? 'text-4xl' : 'text-lg')}>{unit}</span>
      </span>
      {live && (
        <div className="grid pt-1">
          <LiveMark live={live} short={!huge} settled={settled} onFollow={onFollow} />
          {huge && field.live?.kind === 'voltmeter' && <MeterKeys />}
        </div>
      )}
      <span
        id={`${id}-note`}
        role={complaint || remark ? 'alert' : undefined}
        className={clsx('text-sm', complaint ? 'text-retire' : 'text-warn')}
      >
        {complaint ?? remark}
      </span>
    </div>
  );
}
