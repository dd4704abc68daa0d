import fc from 'fast-check';
import { tryStart } from '../instruments/recording-trial';
import { evenly } from '../quantity/evenly.test-support';
import { driftOf } from './drift';
import { examine, examinedAt } from './examine';
import { joined } from './joined';
import { packRecording, unpackRecording } from './packed-recording';
import { between, Pyramid } from './pyramid';
import type { Recording } from './recording';

const decimal = (digits: number) =>
  fc.integer({ min: -40_000, max: 40_000 }).map((whole) => whole / 10 ** digits);
const recording: fc.Arbitrary<Recording> = fc
  .record({
    steps: fc.array(fc.integer({ min: 1, max: 2000 }), { minLength: 2, maxLength: 300 }),
    digits: fc.constantFrom(0, 1, 2, 3, 6),
    channels: fc.constantFrom('both', 'volts', 'amps'),
    rough: fc.boolean(),
  })
  .chain(({ steps, digits, channels, rough }) => {
    // A zero has no sign here.
    const value = (rough ? evenly(-1e4, 1e4) : decimal(digits)).map((one) => one + 0);
    const column = fc.array(value, { minLength: steps.length, maxLength: steps.length });
    let at = 0;
    const seconds = Float64Array.from(steps, (step) => {
      at += step;
      return at / 1000;
    });
    return fc.record({
      seconds: fc.constant(seconds),
      volts: channels === 'amps' ? fc.constant(null) : column.map((values) => Float64Array.from(values)),
      amps: channels === 'volts' ? fc.constant(null) : column.map((values) => Float64Array.from(values)),
    });
  });

describe('a recording that is kept', () => {
  it('comes back with every number as it was', () => {
    fc.assert(
      fc.property(recording, (one) => {
        const back = unpackRecording(packRecording(one));
        expect(back).toEqual({ ok: true, value: one });
      }),
      { numRuns: 300 },
    );
  });

  it('takes a fraction of its text', () => {
    const { examined } = tryStart(3);
    const { seconds, volts, amps } = examined.recording;
    const text = Array.from(seconds, (at, place) => `${at},${volts?.[place]},${amps?.[place]}\n`).join('');
    expect(packRecording(examined.recording).length).toBeLessThan(0.3 * text.length);
  });

  it('is refused when bytes of it are missing or were never one, and never falls over', () => {
    const whole = packRecording({
      seconds: Float64Array.of(0, 1, 2),
      volts: Float64Array.of(12, 11, 12),
      amps: null,
    });
    for (let cut = 0; cut < whole.length; cut++)
      expect(unpackRecording(whole.subarray(0, cut)).ok).toBe(false);
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 200 }),
        (bytes) => typeof unpackRecording(bytes).ok === 'boolean',
      ),
    );
  });
});

describe('a stretch of a recording as it is drawn', () => {
  it('holds the lowest and the highest of its samples at any zoom', () => {
    fc.assert(
      fc.property(recording, fc.integer({ min: 1, max: 400 }), (one, columns) => {
        const values = one.volts ?? one.amps;
        const [fromS = 0, last = 1] = [one.seconds[0], one.seconds.at(-1)];
        const drawn = new Pyramid(one).window(fromS, last + 0.001, columns);
        const channel = drawn.volts ?? drawn.amps;
        if (!values || !channel) throw new Error('one channel is there');
        const known = (some: Float32Array) => [...some].filter((value) => !Number.isNaN(value));
        expect(Math.min(...known(channel.low))).toBe(Math.fround(Math.min(...values)));
        expect(Math.max(...known(channel.high))).toBe(Math.fround(Math.max(...values)));
      }),
    );
  });

  it('shows a spike of one sample among half a million', () => {
    const seconds = Float64Array.from({ length: 500_000 }, (_, at) => at / 1e5);
    const volts = new Float64Array(500_000).fill(12.6);
    volts[123_456] = 3;
    const { volts: drawn } = new Pyramid({ seconds, volts, amps: null }).window(0, 5, 800);
    expect(Math.min(...(drawn?.low ?? []))).toBe(3);
  });

  it('is measured between two moments, whichever comes first', () => {
    const seconds = Float64Array.from({ length: 101 }, (_, at) => at / 10);
    const one = { seconds, volts: seconds.map((at) => 12 - at / 10), amps: null };
    const read = between(one, 6, 2);
    expect(read.seconds).toBeCloseTo(4, 9);
    expect(read.volts?.first).toBeCloseTo(11.8, 9);
    expect(read.volts?.last).toBeCloseTo(11.4, 9);
    expect(read.volts?.mean).toBeCloseTo(11.6, 9);
    expect(read).toEqual(between(one, 2, 6));
  });
});

describe('an edge of the recorder', () => {
  const dipping = (floor: number) => {
    const seconds = Float64Array.from({ length: 60_000 }, (_, at) => at / 20_000);
    const volts = seconds.map((at) => {
      const dip = at > 1 && at < 2 ? 3.5 * Math.sin(Math.PI * (at - 1)) : 0;
      return Number(Math.max(floor, 12.6 - dip).toFixed(3));
    });
    return examine({ seconds, volts, amps: null }, null).problems.join(' ');
  };

  it('is told apart from a smooth turn, however many samples stand at its lowest', () => {
    expect(dipping(0)).not.toContain('clipped');
    expect(dipping(10)).toContain('clipped at 10.00 V');
  });
});

describe('marks that are moved by hand', () => {
  it('change what is read off there and nothing else', () => {
    const { examined } = tryStart(35);
    const { plateau } = examined.marks;
    if (!plateau) throw new Error('it was cranked evenly');
    const shorter = { ...plateau, toS: (plateau.fromS + plateau.toS) / 2 };
    const moved = examinedAt(examined, { ...examined.marks, plateau: shorter }, 4);
    expect(moved.features.values.plateau_v?.toS).toBe(shorter.toS);
    expect(moved.features.values.rest_v).toEqual(examined.features.values.rest_v);
    expect(moved.features.values.inrush_v).toEqual(examined.features.values.inrush_v);
  });
});

describe('a long recording', () => {
  const hour = (volts: (at: number) => number, amps: ((at: number) => number) | null = null) => {
    const seconds = Float64Array.from({ length: 3600 }, (_, at) => at);
    return examine({ seconds, volts: seconds.map(volts), amps: amps && seconds.map(amps) }, null);
  };

  it('tells a regulator off its mark, a voltage that was gone, and what woke up', () => {
    const drive = hour((at) =>
      at > 900 && at < 930 ? 15.4 : at > 1800 && at < 1820 ? 12.3 : at === 2700 ? 0.2 : 14.2,
    );
    expect(drive.excursions.map(({ kind, fromS }) => [kind, fromS])).toEqual([
      ...[
        ['high', 901],
        ['low', 1801],
        ['dropout', 2700],
      ],
    ]);
    const parked = hour(
      () => 12.6,
      (at) => (at > 1000 && at < 1060 ? 3.1 : 0.03),
    );
    expect(parked.excursions).toMatchObject([{ kind: 'wake', fromS: 1001, toS: 1059 }]);
    expect(parked.excursions[0]?.value).toBeCloseTo(3.1, 6);
  });

  it('tells nothing where nothing was', () => {
    expect(hour((at) => 14.1 + 0.1 * Math.sin(at / 50)).excursions).toEqual([]);
    expect(hour(() => 12.6).excursions).toEqual([]);
    const still = hour(() => 12.6);
    expect(still.problems.join()).toContain('12.6 V in every row');
    expect(still.features.values.rest_v?.value).toBe(12.6);
    expect(still.cranks).toEqual([]);
  });
});

describe('voltage and current of separate sweeps', () => {
  const { recording: both } = tryStart(35).examined;
  const sweep = (every: number, channel: 'volts' | 'amps'): Recording => {
    const some = (values: Float64Array | null) => values?.filter((_, at) => at % every === 0) ?? null;
    const seconds = some(both.seconds) ?? new Float64Array();
    return {
      seconds,
      volts: channel === 'volts' ? some(both.volts) : null,
      amps: channel === 'amps' ? some(both.amps) : null,
    };
  };

  it('become one recording on the moments of the first', () => {
    const one = joined(sweep(1, 'volts'), sweep(2, 'amps'));
    if (!one.ok) throw new Error(one.problems[0]?.message);
    const { seconds, volts, amps } = one.value;
    expect(volts).toEqual(both.volts?.subarray(0, seconds.length));
    for (let at = 0; at < seconds.length; at += 2) expect(amps?.[at]).toBe(both.amps?.[at]);
    expect(examine(one.value, 4).features.values.supply_mohm).not.toBeNull();
  });

  it('are refused where they do not belong together', () => {
    const late = sweep(1, 'amps');
    const shifted = { ...late, seconds: late.seconds.map((at) => at + 1e6) };
    expect(joined(sweep(1, 'volts'), shifted)).toMatchObject({ ok: false });
    expect(joined(sweep(1, 'volts'), sweep(1, 'volts'))).toMatchObject({ ok: false });
    expect(joined(both, late)).toMatchObject({ ok: false });
  });
});

describe('what has drifted', () => {
  const kept = (takenAtMs: number, mohm: number | null, temperatureC: number) => {
    const { marks, features, cranks } = tryStart(35).examined;
    const supply = mohm === null ? null : { value: mohm, sd: 0.1, fromS: 0, toS: 1 };
    const found = {
      marks,
      values: { ...features.values, supply_mohm: supply },
      phaseMissing: null,
      attempts: cranks.length,
      problems: [],
    };
    return { takenAtMs, temperatureC, found, moved: null };
  };
  const DAY = 86_400_000;

  it('is said of starts at the same temperature only', () => {
    const [warm, cold, again] = [kept(0, 6, 20), kept(30 * DAY, 9, -10), kept(90 * DAY, 8, 18)];
    expect(driftOf([again, cold, warm])).toContain('from 6.0 to 8.0 mΩ in 90 days');
    expect(driftOf([cold, warm])).toBeNull();
    expect(driftOf([kept(0, 6, 20), kept(DAY, 6.2, 20)])).toContain('has stayed at 6.2 mΩ in a day');
    expect(driftOf([kept(0, null, 20), kept(DAY, 6, 20)])).toBeNull();
  });
});
