import * as fc from 'fast-check';
import { assess } from '../assessment/assess';
import { noEvidence } from '../assessment/evidence';
import { trueChargePct } from '../physics/battery-state';
import { FLOODED_60 } from '../physics/specs.test-support';
import { seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { attachLine } from './attach-line';
import { likelyBattery } from './likely-battery';
import { LINE_VERBS, type Line, numberField, readLine, writeLine } from './line';
import { SimulatedBench } from './simulated-bench';
import { SIMULATED_INSTRUMENTS } from './simulated-instruments';

const estimates = assess(noEvidence(FLOODED_60), STANDARD_RULES).estimates;

function bench(extra: Partial<Parameters<typeof attachLine>[0]> = {}) {
  const made = new SimulatedBench(seededChance(5));
  const battery = {
    ...likelyBattery(FLOODED_60, 'X-1', estimates),
    healthPct: 95,
    chargePct: 95,
    temperatureC: 20,
    ...extra,
  };
  made.command(attachLine(battery));
  return made;
}

function told(lines: readonly string[]): Line[] {
  return lines.map((text) => {
    const read = readLine(text);
    if (!read.ok) throw new Error(`${text} cannot be read`);
    return read.value;
  });
}

const beats = (made: SimulatedBench, count: number) =>
  told(Array.from({ length: count }, () => made.beat()).flat());
const ofInstrument = (lines: readonly Line[], name: string) =>
  lines.filter(({ instrument }) => instrument === name);

describe('a simulated bench', () => {
  it('introduces all its instruments, and the meter reads the battery', () => {
    const made = bench();
    const hellos = told(made.hello()).filter(({ verb }) => verb === 'hello');
    expect(hellos.map(({ instrument }) => instrument)).toEqual(SIMULATED_INSTRUMENTS.map(({ name }) => name));
    const volts = ofInstrument(beats(made, 10), 'meter').map((line) => numberField(line, 'volts') ?? 0);
    expect(volts).toHaveLength(10);
    for (const value of volts) expect(Math.abs(value - 12.6)).toBeLessThan(0.06);
  });

  it('says to whoever comes whether a battery hangs on its clamps', () => {
    const clamps = (made: SimulatedBench) => ofInstrument(told(made.hello()), 'bench')[0]?.fields.state;
    expect(clamps(new SimulatedBench(seededChance(1)))).toBe('empty');
    expect(clamps(bench())).toBe('attached');
  });

  it('holds a load for its seconds, moment by moment, and says when it is over', () => {
    const made = bench();
    made.command('set bank amps=285 seconds=15');
    made.command('start bank');
    const lines = beats(made, 151);
    const volts = ofInstrument(lines, 'meter').filter(({ fields }) => fields.at !== undefined);
    expect(volts).toHaveLength(150);
    expect(numberField(volts[149] as Line, 'at')).toBeCloseTo(15, 5);
    expect(numberField(volts[149] as Line, 'volts')).toBeLessThan(11);
    expect(ofInstrument(lines, 'bank').find(({ fields }) => fields.state)?.fields).toMatchObject({
      state: 'done',
      held: '15.0',
    });
  });

  it('stops at once when it is told to, and by itself when the battery collapses', () => {
    const stopped = bench();
    stopped.command('set bank amps=285');
    stopped.command('start bank');
    beats(stopped, 20);
    expect(told(stopped.command('stop bank'))[0]?.fields).toEqual({ state: 'stopped', held: '2.0' });
    const broken = bench({ faults: [{ kind: 'open_joint', degree: 1 }] });
    broken.command('set bank amps=285');
    broken.command('start bank');
    expect(ofInstrument(beats(broken, 1), 'bank').at(-1)?.fields.state).toBe('collapsed');
  });

  it('charges faster than the clock when it is told to, and tells full', () => {
    const made = bench({ chargePct: 40 });
    made.command('set charger amps=12 volts=14.4');
    made.command('start charger');
    made.command('speed bench x=600');
    const lines = beats(made, 600);
    expect(trueChargePct(made.truth?.model as never, made.truth?.state as never)).toBeGreaterThan(97);
    expect(ofInstrument(lines, 'charger').at(-1)?.fields.state).toBe('full');
    const clock = ofInstrument(lines, 'bench').at(-1);
    expect(numberField(clock as Line, 'passed')).toBeGreaterThan(35_000);
  });

  it('answers a tester in the unit that it is set to, and each cell of the hydrometer', () => {
    const made = bench();
    made.command('set tester unit=mohm compensated=none');
    const [read] = told(made.command('ask tester'));
    expect(read?.fields).toMatchObject({ unit: 'mohm', compensated: 'none' });
    expect(numberField(read as Line, 'value')).toBeGreaterThan(4);
    const cells = [1, 2, 3, 4, 5, 6, 7].flatMap((cell) => made.command(writeLine('ask', 'float', { cell })));
    expect(cells).toHaveLength(6);
  });

  it('probes the voltage of each cell, or from the end up to it; a shorted one shows none', () => {
    const made = bench({ faults: [{ kind: 'shorted_cell', degree: 1 }] });
    const read = (cell: number, extra = '') =>
      told(made.command(`ask meter cell=${cell} ${extra}`))[0] as Line;
    expect(numberField(read(1), 'volts')).toBeCloseTo(2.1, 1);
    expect(numberField(read(3), 'volts')).toBeCloseTo(0, 1);
    expect(numberField(read(4, 'from=end'), 'sum')).toBeCloseTo(6.3, 1);
    expect(read(7)).toBeUndefined();
    // What is asked of one cell is not what lies on the posts.
    expect(numberField(ofInstrument(beats(made, 1), 'meter')[0] as Line, 'volts')).toBeGreaterThan(10);
  });

  it('goes wrong as it is handled wrongly', () => {
    const made = bench();
    made.command('handle clamp reversed=yes');
    made.command('handle meter range=2');
    made.command('set bank amps=285');
    made.command('start bank');
    const lines = beats(made, 5);
    expect(numberField(ofInstrument(lines, 'clamp')[0] as Line, 'amps')).toBeLessThan(-200);
    expect(ofInstrument(lines, 'meter')[0]?.fields.over).toBe('yes');
    const mean = (oneJaw: string) => {
      made.command(`handle tester one_jaw=${oneJaw}`);
      const values = Array.from(
        { length: 50 },
        () => numberField(told(made.command('ask tester'))[0] as Line, 'value') ?? 0,
      );
      return values.reduce((sum, value) => sum + value, 0) / 50;
    };
    expect(mean('yes')).toBeLessThan(0.85 * mean('no'));
  });

  it('keeps the lowest and the highest that the meter has seen, and freezes what it shows', () => {
    const made = bench();
    made.command('set bank amps=285 seconds=3');
    made.command('start bank');
    beats(made, 40);
    const [before] = ofInstrument(beats(made, 1), 'meter');
    expect(numberField(before as Line, 'least')).toBeLessThan(11.2);
    expect(numberField(before as Line, 'most')).toBeGreaterThan(12);
    made.command('hold meter on=yes');
    made.command('start bank');
    const frozen = ofInstrument(beats(made, 5), 'meter');
    expect(new Set(frozen.map((line) => numberField(line, 'volts'))).size).toBe(1);
    expect(frozen[0]?.fields.held).toBe('yes');
    made.command('stop bank');
    made.command('hold meter on=no');
    beats(made, 50);
    made.command('reset meter');
    const [fresh] = ofInstrument(beats(made, 1), 'meter');
    expect(fresh?.fields.held).toBeUndefined();
    expect(numberField(fresh as Line, 'least')).toBeGreaterThan(12);
  });

  it('reads a place on the vehicle once the probes are there, and the draw', () => {
    const made = bench();
    made.command('handle vehicle clamp_drop=0.62 regulated=15.9 draw=0.42');
    const at = (place: string) => {
      made.command(`handle meter at=${place}`);
      return numberField(ofInstrument(beats(made, 1), 'meter')[0] as Line, 'volts');
    };
    expect(at('clamp_drop')).toBeCloseTo(0.62, 1);
    expect(at('regulated')).toBeCloseTo(15.9, 1);
    expect(at('side_drop')).toBeCloseTo(0.12, 1);
    expect(at('nowhere')).toBeCloseTo(0.12, 1);
    expect(at('posts')).toBeGreaterThan(12.3);
    const [draw] = told(made.command('ask draw'));
    expect(numberField(draw as Line, 'amps')).toBeCloseTo(0.42, 1);
  });

  it('shows what a clamp reads that nobody has zeroed, until somebody does', () => {
    const made = bench();
    made.command('handle clamp zeroed=no');
    const amps = () => {
      const lines = ofInstrument(beats(made, 100), 'clamp').map((line) => numberField(line, 'amps') ?? 0);
      return lines.reduce((sum, value) => sum + value, 0) / lines.length;
    };
    expect(amps()).toBeGreaterThan(0.9);
    made.command('zero clamp');
    expect(Math.abs(amps())).toBeLessThan(0.1);
  });

  it('cranks: an inrush that the meter keeps, a steady current, harder in the cold, off with the key', () => {
    const crank = (temperatureC: number) => {
      const made = bench({ temperatureC });
      made.command('start starter');
      const lines = beats(made, 30);
      const volts = ofInstrument(lines, 'meter').map((line) => numberField(line, 'volts') ?? 0);
      const amps = ofInstrument(lines, 'clamp').map((line) => numberField(line, 'amps') ?? 0);
      const least = numberField(ofInstrument(lines, 'meter').at(-1) as Line, 'least') ?? 0;
      const [off] = told(made.command('stop starter'));
      expect(off?.fields).toMatchObject({ state: 'stopped', held: '3.0' });
      return { sustained: Math.min(...volts.slice(10)), dip: least, amps: amps.at(-1) ?? 0 };
    };
    const [warm, cold] = [crank(25), crank(-18)];
    expect(warm.dip).toBeLessThan(warm.sustained - 0.5);
    expect(warm.amps).toBeGreaterThan(100);
    expect(warm.amps).toBeLessThan(200);
    expect(cold.amps).toBeGreaterThan(1.8 * warm.amps);
    expect(cold.sustained).toBeLessThan(warm.sustained - 0.5);
  });

  it('lets nobody crank for longer than a starter bears', () => {
    const made = bench();
    made.command('start starter');
    const ended = ofInstrument(beats(made, 200), 'starter').at(-1);
    expect(ended?.fields).toMatchObject({ state: 'done', held: '15.0' });
  });

  it('a charger counts what it gives, and goes on counting whoever comes to it again', () => {
    const made = bench({ chargePct: 40 });
    made.command('set charger amps=12 volts=14.4');
    made.command('start charger');
    made.command('speed bench x=3600');
    const shown = () => {
      const fields = ofInstrument(beats(made, 11), 'charger')
        .filter(({ verb }) => verb === 'reading')
        .at(-1)?.fields;
      return { seconds: Number(fields?.on_for), ampHours: Number(fields?.ah) };
    };
    const first = shown();
    // Twelve amperes for as long as that, the voltage not reached.
    expect(first.seconds).toBeGreaterThan(3000);
    expect(first.ampHours).toBeCloseTo((12 * first.seconds) / 3600, 0);
    made.command('set charger amps=12 volts=14.4');
    made.command('start charger');
    const second = shown();
    expect(second.seconds).toBeGreaterThan(first.seconds + 3000);
    expect(second.ampHours).toBeGreaterThan(first.ampHours + 8);
    made.command('stop charger');
    made.command('start charger');
    expect(shown().ampHours).toBeLessThan(first.ampHours + 1);
  });

  it('a charger knows its modes, and its three-minute test ends by itself with its last reading shown', () => {
    const made = bench({ chargePct: 30 });
    const setTo = (fields: string) => told(made.command(`set charger ${fields}`))[0] as Line;
    const [normal, slow, deep] = ['normal', 'slow', 'deep'].map((mode) =>
      numberField(setTo(`mode=${mode}`), 'amps'),
    ) as [number, number, number];
    expect(normal).toBeGreaterThan(slow);
    expect(slow).toBeGreaterThan(deep);
    expect(numberField(setTo('amps=7'), 'amps')).toBe(7);
    setTo('mode=three_minute');
    made.command('start charger');
    const lines = ofInstrument(beats(made, 1900), 'charger');
    const last = lines.at(-1);
    expect(last?.fields).toMatchObject({ state: 'done', mode: 'three_minute' });
    const reading = lines.filter(({ verb }) => verb === 'reading').at(-1) as Line;
    expect(numberField(reading, 'on_for')).toBe(180);
    expect(numberField(reading, 'amps')).toBe(40);
    expect(numberField(reading, 'volts')).toBeGreaterThan(13);
    expect(made.charging).toBe(false);
  });

  it('stirs acid that lies in layers once it has been equalised for its hours, and not by a usual charge', () => {
    const layered = () => bench({ chargePct: 98, faults: [{ kind: 'stratification', degree: 0.5 }] });
    const openAfter = (mode: string) => {
      const made = layered();
      made.command(`set charger mode=${mode}`);
      made.command('start charger');
      made.letPass(4.1 * 3600);
      made.command('stop charger');
      made.letPass(48 * 3600);
      return numberField(ofInstrument(beats(made, 1), 'meter')[0] as Line, 'volts') ?? 0;
    };
    expect(openAfter('normal') - openAfter('equalise')).toBeCloseTo(0.1, 1);
  });

  it('a charger that was left on carries part of a load, so that the battery looks better than it is', () => {
    const endOf = (left: boolean) => {
      const made = bench({ chargePct: 70 });
      made.command('set charger amps=30 volts=14.4');
      if (left) made.command('start charger');
      made.command('set bank amps=285 seconds=5');
      made.command('start bank');
      const volts = ofInstrument(beats(made, 50), 'meter').at(-1) as Line;
      expect(made.charging).toBe(left);
      return numberField(volts, 'volts') ?? 0;
    };
    expect(endOf(true)).toBeGreaterThan(endOf(false) + 0.1);
  });

  it('a tester that shows amperes has corrected by itself; bare ohms are bare', () => {
    const made = bench();
    const says = (unit: string) => {
      made.command(`set tester unit=${unit}`);
      return told(made.command('ask tester'))[0]?.fields.compensated;
    };
    expect(says('EN')).toBe('both');
    expect(says('mohm')).toBe('none');
    expect(says('furlongs')).toBe('none');
  });

  it('loses an instrument and finds it again', () => {
    const made = bench();
    expect(made.command('lose meter')).toEqual(['bye meter']);
    expect(ofInstrument(beats(made, 20), 'meter')).toEqual([]);
    expect(told(made.command('find meter'))[0]?.verb).toBe('hello');
    expect(ofInstrument(beats(made, 2), 'meter')).toHaveLength(2);
  });

  it.each([
    ['attach bench construction=lithium amps=500', 'construction'],
    ['attach bench construction=agm', 'rating'],
    ['attach bench construction=agm amps=500 standard=SAE charge=140', 'charge'],
    ['attach bench construction=agm amps=500 standard=SAE faults=gremlin:1', 'faults'],
    ['attach bench construction=agm amps=500 standard=SAE health=NaN', 'health'],
  ])('refuses %s and names the field', (line, field) => {
    const [answer] = told(new SimulatedBench(seededChance(1)).command(line));
    expect(answer?.fields.problem).toContain(field);
  });

  it('survives any line, and says nothing while nothing hangs on it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.string({ maxLength: 60 }),
            fc
              .tuple(
                fc.constantFrom(...LINE_VERBS),
                fc.constantFrom('bank', 'bench', 'meter', 'charger', 'starter', 'vehicle', 'tester'),
                fc.constantFrom(
                  '',
                  'amps=1e9',
                  'x=-4',
                  'volts=0',
                  'seconds=1e6',
                  'cell=99',
                  'at=posts',
                  'draw=-1',
                ),
              )
              .map((parts) => parts.join(' ')),
          ),
          { maxLength: 12 },
        ),
        (lines) => {
          const made = new SimulatedBench(seededChance(2));
          expect(made.beat()).toEqual([]);
          for (const line of lines)
            for (const answer of made.command(line)) expect(readLine(answer).ok).toBe(true);
          made.command(attachLine(likelyBattery(FLOODED_60, 'Y', estimates)));
          for (const line of lines) made.command(line);
          for (const line of beats(made, 3)) expect(line.verb).not.toBe('');
        },
      ),
      { numRuns: 60 },
    );
  });
});

it('the same tag is the same battery, and what was read is kept to', () => {
  const one = likelyBattery(FLOODED_60, 'FH-0101', estimates);
  expect(likelyBattery(FLOODED_60, 'FH-0101', estimates)).toEqual(one);
  expect(likelyBattery(FLOODED_60, 'FH-0102', estimates)).not.toEqual(one);
  const read = {
    ...estimates,
    temperatureC: 3,
    charge: {
      pct: 61,
      sdPct: 5,
      volts25: 12.3,
      surfaceSuspected: false,
      stillCharging: false,
      indicative: false,
    },
  };
  expect(likelyBattery(FLOODED_60, 'FH-0101', read)).toMatchObject({ chargePct: 61, temperatureC: 3 });
});
