import { tryStart } from '../instruments/recording-trial';
import type { Examined } from './examine';
import { featureText } from './feature-words';
import type { Feature, FeatureName } from './features';
import { type Beside, meaningOf } from './meaning';
import { readingsOfRecording } from './to-readings';

const at = (value: number, sd = 0.01): Feature => ({ value, sd, fromS: 0, toS: 200 });
const NOTHING = Object.fromEntries(
  Object.keys(tryStart(35).examined.features.values).map((name) => [name, null]),
) as Record<FeatureName, Feature | null>;
const with_ = (
  values: Partial<Record<FeatureName, Feature>>,
  over: Partial<Examined['features']> = {},
): Pick<Examined, 'features' | 'cranks' | 'systemVolts'> => ({
  features: {
    ...tryStart(35).examined.features,
    phaseMissing: null,
    evenness: null,
    ...over,
    values: { ...NOTHING, ...values },
  },
  cranks: [{ onsetS: 1, endS: 2, started: true }],
  systemVolts: 12,
});
const BESIDE: Beside = {
  cablesMilliohms: null,
  usualAmps: [100, 150],
  temperatureC: 20,
  regulated: [13.5, 14.7],
};
const said = (
  values: Partial<Record<FeatureName, Feature>>,
  over: Partial<Examined['features']> = {},
  beside: Partial<Beside> = {},
) => meaningOf(with_(values, over), { ...BESIDE, ...beside }, false);
const bad = (meanings: ReturnType<typeof said>) =>
  meanings.filter(({ weight }) => weight === 'bad').map(({ text }) => text);

describe('what a recording means', () => {
  it('judges the first dip by its own threshold, and only where it was caught', () => {
    expect(said({ inrush_v: at(8.6) })[0]).toMatchObject({ weight: 'sound' });
    expect(said({ inrush_v: at(8.4) })[0]).toMatchObject({ weight: 'look' });
    expect(said({ inrush_v: at(8.4, 2) })).toEqual([]);
  });

  it('parts battery and cables where both were measured', () => {
    const [one] = said({ supply_mohm: at(6) }, {}, { cablesMilliohms: 2 });
    expect(one?.text).toContain('6.0 mΩ are the battery and 2.0 mΩ the cables: 75 % and 25 %');
  });

  it('expects more current of a cold engine', () => {
    expect(said({ plateau_a: at(210) })).toHaveLength(1);
    expect(said({ plateau_a: at(210) }, {}, { temperatureC: 0 })).toEqual([]);
    expect(said({ plateau_a: at(60) })[0]?.text).toContain('keeps the current down');
  });

  it('accuses the engine for its cylinder, the alternator for its phase, the regulator for its voltage', () => {
    expect(bad(said({ weak_cylinder: at(0.25) }))[0]).toContain('the engine, not of the battery');
    expect(bad(said({ charging_v: at(14.3) }, { phaseMissing: true }))[0]).toContain('phase');
    expect(bad(said({ charging_v: at(15.2) }))[0]).toContain('regulator');
    expect(bad(said({ crank_rpm: at(120) }))[0]).toContain('120 rpm');
    expect(bad(said({ net_end_a: at(-8) }))[0]).toContain('out of the battery');
    expect(
      bad(said({ charging_v: at(14.3), crank_rpm: at(210), net_end_a: at(4), taper_tau_s: at(20) })),
    ).toEqual([]);
  });
});

describe('what a check takes over', () => {
  const marks = { ...tryStart(35).examined.marks, onsetS: 1, startS: 2.4 };
  const { features } = with_({
    rest_v: at(12.61),
    inrush_v: at(8.9),
    plateau_v: at(10.4),
    charging_v: at(14.3),
    net_end_a: at(5),
  });

  it('is each reading once, the first dip only of a fast recorder', () => {
    expect(readingsOfRecording(features, marks, 0.0005).map(({ of, value }) => [of, value])).toEqual([
      ...[
        ['rest_v', 12.61],
        ['inrush_v', 8.9],
        ['crank_v', 10.4],
        ['crank_s', 1.4],
        ['idle_v', 14.3],
        ['net_a', 5],
      ],
    ]);
    expect(readingsOfRecording(features, marks, 0.01).map(({ of }) => of)).not.toContain('inrush_v');
  });
});

it('a feature is told with how sure it is', () => {
  expect(featureText('rest_v', { value: 12.614, sd: 0.004 })).toBe('12.614\u00A0V ± 0.004');
  expect(featureText('weak_cylinder', { value: 0.21, sd: 0.03 })).toBe('21 % ± 3');
});
