import { examine } from '../../recording/examine';
import {
  GRADED_RECORDINGS,
  RECORDED_CAUSES,
  recordingCaseOf,
  recordingDebrief,
  recordingOfCase,
} from './recording-case';

describe('a case that hands over a recording', () => {
  it.each(Object.keys(GRADED_RECORDINGS))('is the same for everybody, and shows its cause: %s', (code) => {
    const found = recordingCaseOf(code);
    if (!found.ok) throw new Error(found.problems[0]?.message);
    const { recording } = recordingOfCase(found.value);
    expect(recordingOfCase(found.value).recording).toEqual(recording);
    const { features } = examine(recording, found.value.cylinders);
    const { values, phaseMissing } = features;
    expect(phaseMissing === true).toBe(found.value.cause === 'diode');
    expect(values.weak_cylinder !== null).toBe(found.value.cause === 'weak_cylinder');
    if (found.value.cause === 'regulator_high') expect(values.charging_v?.value).toBeGreaterThan(14.8);
    if (found.value.cause === 'battery_worn') expect(values.supply_mohm?.value).toBeGreaterThan(8);
    if (found.value.cause === 'engine_drag') expect(values.plateau_a?.value).toBeGreaterThan(190);
  });

  it('is drawn by chance from its number, every cause in its turn', () => {
    const causes = new Set(
      Array.from({ length: 200 }, (_, seed) => {
        const found = recordingCaseOf(`r-${seed}`);
        return found.ok ? found.value.cause : '';
      }),
    );
    expect(causes).toEqual(new Set(RECORDED_CAUSES));
    expect(recordingCaseOf('r-123456').ok).toBe(false);
    expect(recordingCaseOf('__proto__').ok).toBe(false);
  });

  it('scores what was true, and what looks nearly alike a little', () => {
    const found = recordingCaseOf('morning-in-march');
    if (!found.ok) throw new Error('it is there');
    expect(recordingDebrief(found.value, 'battery_worn')).toMatchObject({ right: true, score: 100 });
    expect(recordingDebrief(found.value, 'battery_low_charge')).toMatchObject({ right: false, score: 40 });
    expect(recordingDebrief(found.value, 'diode')).toMatchObject({ right: false, score: 0 });
  });
});
