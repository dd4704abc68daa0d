import { STANDARD_RULES } from '../rules/standard-rules';
import { gatherCheck } from './gather-check';
import { judgeCheck } from './judge-check';
import { type CautionsOfCheck, cautionsLeftOpen, closesCaution } from './open-cautions';
import { basisOf } from './spec-of-vehicle';

const high = { cause: 'regulator_high', text: 'Regulator first' } as const;
const check = (
  runId: string,
  finishedAtMs: number,
  over: Partial<CautionsOfCheck> = {},
): CautionsOfCheck => ({
  runId,
  finishedAtMs,
  raised: [],
  closes: [],
  ...over,
});

describe('cautions of a vehicle', () => {
  it('stand from the first check that raised them, by the last that did, until one closes their cause', () => {
    const raised = [check('a', 1, { raised: [high] }), check('b', 2), check('c', 3, { raised: [high] })];
    expect(cautionsLeftOpen(raised)).toEqual([{ ...high, runId: 'c', sinceMs: 1 }]);
    const other = check('d', 4, { closes: ['diode'] });
    expect(cautionsLeftOpen([...raised, other])).toHaveLength(1);
    const closed = [...raised, check('e', 5, { closes: ['regulator_high'] })];
    expect(cautionsLeftOpen(closed)).toEqual([]);
    const again = [...closed, check('f', 6, { raised: [high] })];
    expect(cautionsLeftOpen(again)).toEqual([{ ...high, runId: 'f', sinceMs: 6 }]);
  });

  it('are not closed by a check that read nothing of their cause, however rare it is', () => {
    const { vehicle } = basisOf({ name: '', class: 'van', site: '' }, []);
    const judged = (of: 'rest_v' | 'fast_v' | null, volts = 0) =>
      judgeCheck(
        gatherCheck(
          vehicle,
          of === null
            ? []
            : [
                {
                  of,
                  value: volts,
                  state: null,
                  segment: null,
                  amps: null,
                  engine: null,
                  loads: null,
                  minutes: null,
                  temperatureC: null,
                  unfit: false,
                },
              ],
        ),
        STANDARD_RULES,
      ).causes.find(({ cause }) => cause === 'regulator_high');
    const [unread, beside, sound] = [judged(null), judged('rest_v', 12.7), judged('fast_v', 14.3)];
    for (const one of [unread, beside]) {
      expect(one?.probability).toBeLessThan(0.15);
      expect(one && closesCaution(one)).toBe(false);
    }
    expect(sound && closesCaution(sound)).toBe(true);
  });
});
