import fc from 'fast-check';
import { CONSTRUCTION_FACTS, CONSTRUCTIONS } from '../battery/construction';
import { equaliseByMs, isEqualised } from './equalising';

const DAY = 86_400_000;

test('only what is cycled deeply and opens is equalised by schedule', () => {
  for (const construction of CONSTRUCTIONS) {
    const opens = CONSTRUCTION_FACTS[construction].opens !== 'never';
    expect([construction, isEqualised({ construction, duty: 'deep_cycle' })]).toEqual([construction, opens]);
    expect(isEqualised({ construction, duty: 'starting' })).toBe(false);
    expect(isEqualised({ construction })).toBe(false);
  }
});

test('it is counted from the last equalising charge, and from when it is known where there was none', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e12 }), fc.integer({ min: 1, max: 365 }), (atMs, days) => {
      expect(equaliseByMs(atMs, 0, days) - atMs).toBe(days * DAY);
      expect(equaliseByMs(null, atMs, days) - atMs).toBe(days * DAY);
    }),
  );
});
