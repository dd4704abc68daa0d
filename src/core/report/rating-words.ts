import type { BatteryLabel } from '../battery/battery-label';

/** What a label is rated, in a few words: its first cranking rating and its capacity. */
export function ratingWords({
  ratings,
  c20Ah,
  rcMinutes,
}: Pick<BatteryLabel, 'ratings' | 'c20Ah' | 'rcMinutes'>): string {
  const [rating] = ratings;
  const figures = [
    rating ? `${rating.amps} A ${rating.standard}` : '',
    c20Ah === null ? '' : `${c20Ah} Ah`,
    ratings.length === 0 && c20Ah === null && rcMinutes !== null ? `RC ${rcMinutes} min` : '',
  ];
  return figures.filter((word) => word !== '').join(' · ');
}
