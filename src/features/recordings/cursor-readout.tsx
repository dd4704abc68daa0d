import { useEffect, useState } from 'react';
import { formatQuantity } from '@/core/quantity/format';
import type { Between, Stretch } from '@/core/recording/pyramid';
import type { RecordingDesk } from '@/workers/recording-desk';

/** Two moments between which something is measured. */
export interface Cursors {
  readonly oneS: number;
  readonly otherS: number;
}

/** What lies between two cursors, as they are moved. */
export function useBetween(desk: RecordingDesk, cursors: Cursors | null): Between | null {
  const [read, setRead] = useState<Between | null>(null);
  useEffect(() => {
    if (!cursors) return setRead(null);
    let isOver = false;
    void desk.ask('between', cursors).then((answer) => {
      if (!isOver && answer.ok) setRead(answer.value);
    });
    return () => {
      isOver = true;
    };
  }, [desk, cursors]);
  return read;
}

/** How long it is between the cursors, and how far, how fast and about what each channel goes. */
export function CursorReadout({
  cursors,
  between,
}: {
  readonly cursors: Cursors;
  readonly between: Between | null;
}) {
  const { volts, amps, seconds } = between ?? {
    volts: null,
    amps: null,
    seconds: Math.abs(cursors.otherS - cursors.oneS),
  };
  return (
    <output
      aria-label="Between the cursors"
      className="figures sheet flex flex-wrap gap-x-6 gap-y-1 px-4 py-2"
    >
      <span>
        {seconds < 1 ? `${(1000 * seconds).toFixed(1)} ms` : formatQuantity(seconds, 's', { decimals: 3 })}
        {seconds > 0 && <span className="text-soft"> · {(1 / seconds).toPrecision(3)} a second</span>}
      </span>
      {volts && <Channel stretch={volts} unit="V" seconds={seconds} decimals={3} />}
      {amps && <Channel stretch={amps} unit="A" seconds={seconds} decimals={1} />}
    </output>
  );
}

function Channel({
  stretch: { first, last, mean, least, most },
  unit,
  seconds,
  decimals,
}: {
  readonly stretch: Stretch;
  readonly unit: 'V' | 'A';
  readonly seconds: number;
  readonly decimals: number;
}) {
  const shown = (value: number) => formatQuantity(value, unit, { decimals });
  return (
    <span>
      {shown(first)} → {shown(last)}{' '}
      <span className="text-soft">
        · change {shown(last - first)}
        {seconds > 0 && `, ${((last - first) / seconds).toPrecision(3)} ${unit}/s`} · mean {shown(mean)} ·{' '}
        {shown(least)} to {shown(most)}
      </span>
    </span>
  );
}
