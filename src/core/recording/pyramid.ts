import { type Channel, indexAt, type Recording } from './recording';

/** A channel drawn in columns: its lowest and its highest in each; NaN where no sample falls into one. */
export interface Drawn {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/** A stretch of a recording as it is drawn: a column a pixel, so that no spike is lost at any zoom. */
export interface DrawnWindow {
  readonly fromS: number;
  readonly toS: number;
  readonly volts: Drawn | null;
  readonly amps: Drawn | null;
}

const FACTOR = 8;

interface Level {
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/** The lowest and the highest of every eight samples, of every eight of those, and so on: any stretch is drawn from a few of them. */
export class Pyramid {
  private readonly levels: Readonly<Partial<Record<Channel, readonly Level[]>>>;

  constructor(private readonly recording: Recording) {
    const { volts, amps } = recording;
    this.levels = { ...(volts ? { volts: levelsOf(volts) } : {}), ...(amps ? { amps: levelsOf(amps) } : {}) };
  }

  /** A stretch in so many columns. */
  window(fromS: number, toS: number, columns: number): DrawnWindow {
    const { seconds } = this.recording;
    const from = Math.max(0, indexAt(seconds, fromS) - 1);
    const to = Math.min(seconds.length, indexAt(seconds, toS) + 1);
    const draw = (channel: Channel) => {
      const levels = this.levels[channel];
      return levels ? this.draw(levels, { from, to, fromS, toS, columns }) : null;
    };
    return { fromS, toS, volts: draw('volts'), amps: draw('amps') };
  }

  private draw(
    levels: readonly Level[],
    {
      from,
      to,
      fromS,
      toS,
      columns,
    }: { from: number; to: number; fromS: number; toS: number; columns: number },
  ): Drawn {
    const { seconds } = this.recording;
    const low = new Float32Array(columns).fill(Number.NaN);
    const high = new Float32Array(columns).fill(Number.NaN);
    const perColumn = (to - from) / columns;
    // Coarse enough to be quick, fine enough that a block lies in one column.
    const depth = Math.max(
      0,
      Math.min(levels.length - 1, Math.floor(Math.log(Math.max(1, perColumn / 2)) / Math.log(FACTOR))),
    );
    const level = levels[depth];
    if (!level) return { low, high };
    const size = FACTOR ** depth;
    const scale = columns / (toS - fromS);
    for (let block = Math.floor(from / size); block * size < to; block++) {
      const moment = seconds[Math.min(seconds.length - 1, block * size)] ?? 0;
      const column = Math.floor((moment - fromS) * scale);
      if (column < 0 || column >= columns) continue;
      const [least, most] = [level.low[block] ?? Number.NaN, level.high[block] ?? Number.NaN];
      if (!((low[column] ?? Number.NaN) <= least)) low[column] = least;
      if (!((high[column] ?? Number.NaN) >= most)) high[column] = most;
    }
    return { low, high };
  }
}

function levelsOf(values: Float64Array): Level[] {
  const levels: Level[] = [{ low: values, high: values }];
  for (let last = levels[0]; last && last.low.length > 2 * FACTOR; last = levels.at(-1)) {
    const count = Math.ceil(last.low.length / FACTOR);
    const low = new Float64Array(count);
    const high = new Float64Array(count);
    for (let block = 0; block < count; block++) {
      let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      const end = Math.min(last.low.length, (block + 1) * FACTOR);
      for (let at = block * FACTOR; at < end; at++) {
        least = Math.min(least, last.low[at] ?? least);
        most = Math.max(most, last.high[at] ?? most);
      }
      low[block] = least;
      high[block] = most;
    }
    levels.push({ low, high });
  }
  return levels;
}

/** What lies between two moments: how long, how far each channel goes from the one to the other, and its mean. */
export interface Between {
  readonly seconds: number;
  readonly volts: Stretch | null;
  readonly amps: Stretch | null;
}

export interface Stretch {
  readonly first: number;
  readonly last: number;
  readonly mean: number;
  readonly least: number;
  readonly most: number;
}

/** Reads what lies between two moments of a recording. */
export function between({ seconds, volts, amps }: Recording, oneS: number, otherS: number): Between {
  const [fromS, toS] = oneS <= otherS ? [oneS, otherS] : [otherS, oneS];
  const last = seconds.length - 1;
  const from = Math.min(last, indexAt(seconds, fromS));
  const to = Math.max(from, Math.min(last, indexAt(seconds, toS)));
  const stretch = (values: Float64Array | null): Stretch | null => {
    if (!values) return null;
    let [sum, least, most] = [0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let at = from; at <= to; at++) {
      const value = values[at] ?? 0;
      sum += value;
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
    return { first: values[from] ?? 0, last: values[to] ?? 0, mean: sum / (to - from + 1), least, most };
  };
  return { seconds: toS - fromS, volts: stretch(volts), amps: stretch(amps) };
}
