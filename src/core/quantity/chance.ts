/** A source of chance that gives the same numbers from the same seed on every machine. */
export interface Chance {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Uniform in [least, most). */
  readonly between: (least: number, most: number) => number;
  /** Normal with mean 0 and this standard deviation. */
  readonly normal: (sd: number) => number;
  /** One of them, each as likely; of none there is nothing to pick. */
  readonly pick: <T>(items: readonly T[]) => T;
  /** An id of the UUIDv7 form for a moment, ms UTC. */
  readonly id: (atMs: number) => string;
}

const HEX = '0123456789abcdef';

/** Mulberry32: a small generator with a 32-bit state, plenty for sample data. */
export function seededChance(seed: number): Chance {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const hex = (digits: number) => {
    let text = '';
    for (let at = 0; at < digits; at++) text += HEX[Math.floor(uniform() * 16)];
    return text;
  };
  return {
    uniform,
    between: (least, most) => least + (most - least) * uniform(),
    normal: (sd) => sd * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    pick: <T>(items: readonly T[]) => {
      if (items.length === 0) throw new RangeError('nothing to pick from');
      return items[Math.floor(uniform() * items.length)] as T;
    },
    id: (atMs) => {
      const time = Math.floor(atMs).toString(16).padStart(12, '0');
      const variant = '89ab'[Math.floor(uniform() * 4)];
      return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${variant}${hex(3)}-${hex(12)}`;
    },
  };
}
