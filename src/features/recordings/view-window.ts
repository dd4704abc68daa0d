import type { Span } from '@/core/recording/recording';

/** Nothing is shown more closely than this, s. */
const CLOSEST_S = 0.0005;

/** A stretch kept within the whole, and no shorter than can be told apart. */
export function kept({ fromS, toS }: Span, whole: Span): Span {
  const length = Math.min(whole.toS - whole.fromS, Math.max(CLOSEST_S, toS - fromS));
  const from = Math.min(Math.max(fromS, whole.fromS), whole.toS - length);
  return { fromS: from, toS: from + length };
}

/** The stretch so many times as long, with a moment staying where it is. */
export function zoomed({ fromS, toS }: Span, times: number, aroundS: number, whole: Span): Span {
  return kept({ fromS: aroundS - (aroundS - fromS) * times, toS: aroundS + (toS - aroundS) * times }, whole);
}

/** The stretch moved by a share of its length. */
export function panned({ fromS, toS }: Span, share: number, whole: Span): Span {
  const by = share * (toS - fromS);
  return kept({ fromS: fromS + by, toS: toS + by }, whole);
}

/** Round moments for an axis, at most so many. */
export function ticksOf({ fromS, toS }: Span, most: number): number[] {
  const rough = (toS - fromS) / Math.max(1, most);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((times) => times * power).find((one) => one >= rough) ?? power;
  const first = Math.ceil(fromS / step) * step;
  const ticks: number[] = [];
  for (let at = 0; first + at * step <= toS + step * 1e-6 && at < 40; at++) ticks.push(first + at * step);
  return ticks;
}

/** A moment as it is written beside an axis: as many decimals as its stretch needs. */
export function momentText(atS: number, { fromS, toS }: Span): string {
  const length = toS - fromS;
  if (length > 600) {
    const minutes = Math.floor(Math.abs(atS) / 60);
    return `${atS < 0 ? '−' : ''}${minutes}:${String(Math.floor(Math.abs(atS) % 60)).padStart(2, '0')} min`;
  }
  const decimals = Math.max(0, Math.min(6, Math.ceil(-Math.log10(length / 10))));
  return `${atS.toFixed(decimals).replace('-', '−')} s`;
}
