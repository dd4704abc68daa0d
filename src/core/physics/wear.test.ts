import { seededChance } from '../quantity/chance';
import { drawLifeYears, lifeForHealth, wornBy } from './wear';

describe('wear', () => {
  it('loses 3 to 6 % in a middle year and 8 to 15 % in a late one, 65 % at the end of its life', () => {
    const lost = (year: number) => 100 * (wornBy(year, 5.5).health - wornBy(year + 1, 5.5).health);
    expect(lost(1)).toBeGreaterThan(3);
    expect(lost(2)).toBeLessThan(8);
    expect(lost(5)).toBeGreaterThan(8);
    expect(lost(5)).toBeLessThan(15);
    expect(wornBy(5.5, 5.5).health).toBeCloseTo(0.65, 6);
  });

  it('the length of life that leaves a unit at a health does', () => {
    for (const health of [0.95, 0.8, 0.5]) {
      expect(wornBy(3, lifeForHealth(health, 3)).health).toBeCloseTo(health, 9);
    }
    expect(lifeForHealth(1.2, 3)).toBeGreaterThan(10);
    expect(() => lifeForHealth(Number.NaN, 3)).toThrow(RangeError);
  });

  it('lives last about their scale, shorter in heat', () => {
    const median = (climate: 'mild' | 'hot') => {
      const chance = seededChance(4);
      const lives = Array.from({ length: 999 }, () => drawLifeYears(chance, climate)).sort((a, b) => a - b);
      return lives[499] ?? 0;
    };
    expect(median('mild')).toBeGreaterThan(4.5);
    expect(median('mild')).toBeLessThan(5.2);
    expect(median('hot')).toBeLessThan(3.4);
  });
});
