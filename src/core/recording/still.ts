import type { Marks } from './marks';
import { type DrawnWindow, Pyramid } from './pyramid';
import type { Recording } from './recording';

/** A recording as one still picture: the start, with what leads up to it and what follows, in columns of plain numbers. */
export interface Still {
  readonly fromS: number;
  readonly toS: number;
  /** The lowest and the highest of each column; null where none of its samples lies there, or the channel is missing. */
  readonly volts: StillChannel | null;
  readonly amps: StillChannel | null;
  /** Moments that are named in it. */
  readonly named: readonly (readonly [atS: number, name: string])[];
}

type StillChannel = readonly (readonly [low: number, high: number] | null)[];

const COLUMNS = 320;

/** The still picture of a recording: its start where it holds one, else all of it. */
export function stillOf(recording: Recording, marks: Marks): Still {
  const { seconds } = recording;
  const [first = 0, last = 0] = [seconds[0], seconds.at(-1)];
  const { onsetS, startS, plateau } = marks;
  const end = startS ?? plateau?.toS ?? null;
  const span =
    onsetS !== null && end !== null
      ? { fromS: Math.max(first, onsetS - 0.4), toS: Math.min(last, end + 1.5) }
      : { fromS: first, toS: last };
  const window = new Pyramid(recording).window(span.fromS, span.toS, COLUMNS);
  return {
    ...span,
    volts: channelOf(window, 'volts'),
    amps: channelOf(window, 'amps'),
    named: [
      ...(onsetS === null ? [] : [[onsetS, 'first pull'] as const]),
      ...(startS === null ? [] : [[startS, 'it runs'] as const]),
    ],
  };
}

function channelOf(window: DrawnWindow, channel: 'volts' | 'amps'): StillChannel | null {
  const drawn = window[channel];
  if (!drawn) return null;
  const rounded = (value: number) => Number(value.toPrecision(6));
  return Array.from(drawn.low, (low, at) =>
    Number.isNaN(low) ? null : ([rounded(low), rounded(drawn.high[at] ?? low)] as const),
  );
}
