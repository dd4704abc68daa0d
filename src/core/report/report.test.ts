import { assess } from '../assessment/assess';
import { EXAMPLE_BATTERY } from '../assessment/examples.test-support';
import type { BatteryRecord, RunView } from '../exchange/views';
import { WrittenRun } from '../procedure/written-run.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { evidenceFromReadings } from '../steps/evidence-from-readings';
import { batteryTag, LABEL_SIZES, labelSize } from './battery-tag';
import { nextCheckMs } from './next-check';
import { scanned } from './scanned';
import { type Audience, type Slip, slipIn, slipOf } from './slip';

const BATTERY: BatteryRecord = {
  id: 'b',
  tag: 'FH-1',
  type: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: 98,
  model: 'Ostrane Dock 60',
  place: 'Crew van 1',
  dateCode: '03/24',
  group: 'L2',
  fittedOn: '2024-03-12',
};
const MARO = { id: '00000000-0000-7000-8000-00000000bbbb', name: 'Maro Tindell' };
const SOUND = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' } as const;

function opened(volts: number): WrittenRun {
  return new WrittenRun()
    .add('identify', { confirmed: true })
    .add('inspection', SOUND)
    .add('settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 })
    .add('open_circuit', { volts, temperatureC: 10 });
}

function measured(volts: number, loadVolts: number): WrittenRun {
  return opened(volts).add('load', { amps: 285, seconds: 15, volts: loadVolts, temperatureC: 10 });
}

function viewOf(run: WrittenRun, finished = true, battery = BATTERY): RunView {
  const evidence = evidenceFromReadings(EXAMPLE_BATTERY, run.readings);
  const assessment = assess(evidence, STANDARD_RULES);
  const { verdict, grade, core, rules } = assessment;
  const kept = {
    id: 'a',
    runId: 'r',
    madeAtMs: run.endMs,
    core,
    rulesId: rules.id,
    rulesVersion: rules.version,
    verdict,
    grade,
    healthPct: null,
    healthSdPct: null,
    chargePct: null,
    evidence,
    assessment,
    override: null,
  };
  return {
    run: {
      id: 'r',
      batteryId: 'b',
      startedAtMs: run.endMs,
      startedById: MARO.id,
      finishedAtMs: finished ? run.endMs : null,
      finishedById: finished ? MARO.id : null,
      rulesId: rules.id,
      rulesVersion: rules.version,
      assessmentId: finished ? 'a' : null,
    },
    battery,
    unreadable: [],
    readings: run.readings,
    assessments: finished ? [kept] : [],
    rules: STANDARD_RULES,
  };
}

const SITE = { name: 'Ferngate Harbour Works', address: 'Quay 4' };

function slip(view: RunView, audience: Audience = 'shop'): Slip {
  const made = slipOf(view, audience, [MARO], SITE);
  if (!made) throw new Error('a lead-acid battery has a slip');
  return made;
}

const figure = ({ figures }: Slip, name: string) => figures.find(([own]) => own === name)?.[1];

describe('a slip', () => {
  it('says what was read, what it was held against, what follows and by which rules', () => {
    const made = slip(viewOf(measured(12.65, 10.6)));
    expect(made).toMatchObject({
      tag: 'FH-1',
      verdict: 'serve',
      verdictWords: 'Return to service',
      grade: 'A',
      finished: true,
      testedBy: 'Maro Tindell',
      next: ['Put it back to work.'],
      core: expect.any(String),
      rules: 'Integra standard, version 6',
      closing: expect.stringContaining('licensed practice decide'),
    });
    expect(made.battery).toContainEqual(['Rating', '570 A SAE']);
    const load = made.readings.find(({ step }) => step === 'Load test');
    expect(load?.reading).toContain('10.60');
    expect(load?.working.join('\n')).toMatch(/limit: table at 10.0.°C = 9.40/);
    expect(made.margins.map(({ measured: { unit } }) => unit)).toContain('V');
  });

  it('spares the customer the working and the codes, and keeps the readings', () => {
    const made = slip(viewOf(measured(12.65, 10.6)), 'customer');
    expect(made.readings.every(({ working }) => working.length === 0)).toBe(true);
    expect(made.readings.map(({ step }) => step)).toContain('Load test');
    expect(made.battery.map(([name]) => name)).not.toContain('Date code');
  });

  it('tells the customer in plain words what was tested, how it did, what it means and what the grade stands for', () => {
    const plain = slip(viewOf(measured(12.65, 10.6)), 'customer').plain;
    expect(plain.map(({ title }) => title)).toEqual([
      'What was tested',
      'How it did',
      'What that means',
      'Grade A',
    ]);
    const text = plain.map((words) => words.text).join(' ');
    expect(text).toContain('Its voltage at rest and its voltage under a load of 285 A for 15 seconds.');
    expect(text).toMatch(/about \d+ % of the starting strength that is printed on it, give or take \d+/);
    expect(text).toContain('The battery is in order.');
    expect(text).toContain(`${STANDARD_RULES.health.gradeAPct} % of its printed strength or more`);
    expect(slip(viewOf(measured(12.65, 10.6))).plain).toEqual([]);
    // 64 % is a D; but its load test passes, and so it is weak and not worn out.
    const kept = slip(viewOf(measured(12.65, 9.5)), 'customer');
    expect(kept).toMatchObject({ verdict: 'watch', grade: 'D' });
    const told = kept.plain.map((words) => words.text).join(' ');
    expect(told).toContain(
      'Weak: less than 65 % of its printed strength, but it still passes its load test.',
    );
    expect(told).not.toContain('Worn out');
  });

  it('tells nobody that a battery has lost strength which its label never gave', () => {
    const guessed = viewOf(measured(12.65, 10.6), false, { ...BATTERY, ratings: [] });
    const made = slip(guessed, 'customer');
    expect(made.verdict).toBe('watch');
    const told = made.plain.map(({ text }) => text).join(' ');
    expect(told).toContain('that one of its size usually has');
    expect(told).toContain('its label does not tell its starting strength');
    expect(told).not.toContain('lost part of its strength');
  });

  it('tells of a battery that works for hours what it holds, and nothing of its cranking', () => {
    const deep = { ...BATTERY, ratings: [], duty: 'deep_cycle' as const };
    const run = opened(12.6).add('discharge', {
      amps: 25,
      minutes: 75,
      earlyVolts: null,
      endVolts: 10.5,
      temperatureC: 25,
    });
    const made = slip(viewOf(run, false, deep), 'customer');
    expect(made).toMatchObject({
      verdict: 'charge',
      figures: [
        ['Charge', 'emptied'],
        ['Capacity', '77\u00A0% ± 3\u00A0%'],
      ],
    });
    expect(made.battery).toContainEqual(['For', 'Deep cycle']);
    // Before the discharge its capacity is what is still asked for, and of its health nobody speaks.
    const figures = slip(viewOf(opened(12.6), false, deep)).figures;
    expect(figures.slice(1)).toEqual([['Capacity', null]]);
    const told = made.plain.map(({ text }) => text).join(' ');
    expect(told).toContain('how long it gives 25 A');
    expect(told).toContain('It holds about 77 % of what its label says');
    expect(told).not.toContain('starting strength');
    expect(told).toContain('of its printed capacity');
  });

  it('names whose battery it is and the order, as they were given when it was identified', () => {
    const run = measured(12.65, 10.6).add('identify', {
      confirmed: true,
      customer: 'Dredge crew 2',
      order: '4711',
    });
    expect(slip(viewOf(run, false), 'customer').for).toEqual(['Dredge crew 2', 'Order 4711']);
    expect(slip(viewOf(measured(12.65, 10.6))).for).toEqual([]);
  });

  it('has what was measured again as found and as left', () => {
    const run = measured(12.1, 9)
      .add('charge', { full: true })
      .add('open_circuit', { volts: 12.65, temperatureC: 20 });
    const [course] = slipIn(slip(viewOf(run, false)), '°F').course;
    expect(course?.map((text) => text.replace(/\u00A0/g, ' '))).toEqual([
      'Open-circuit voltage',
      '12.10 V, 50.0 °F',
      '12.65 V, 68.0 °F',
    ]);
    expect(slip(viewOf(measured(12.65, 10.6))).course).toEqual([]);
  });

  it('shows each number once, however many findings rest on it', () => {
    const made = slip(viewOf(measured(12.65, 9.1)));
    expect(made.verdict).toBe('retire');
    const volts = made.margins.filter(({ measured: { unit } }) => unit === 'V');
    expect(volts).toHaveLength(1);
    expect(volts[0]?.measured.margin).toBeLessThan(0);
  });

  it('tells what was forced, passed over and put right', () => {
    const run = measured(12.65, 10.6)
      .add('skip', { step: 'conductance', reason: 'tester lent out' })
      .add('open_circuit', { volts: 12.1, temperatureC: 10 }, { forced: true });
    run.add('recovery', { minutes: 5, volts: 12.5 }, { supersedesId: run.lastId, reason: 'wrong key' });
    const { irregular } = slip(viewOf(run, false));
    expect(irregular).toEqual([
      'Passed over: conductance, tester lent out.',
      'Put right: open-circuit voltage, 12.10\u00A0V, 10.0\u00A0°C before; wrong key, by Maro Tindell.',
    ]);
    // Why somebody went wrong is nothing for a customer.
    expect(slip(viewOf(run, false), 'customer').irregular).toContain('Put right: open-circuit voltage.');
    const forced = measured(12.1, 9).add(
      'load',
      { amps: 285, seconds: 15, volts: 9, temperatureC: 10 },
      { forced: true },
    );
    expect(slip(viewOf(forced, false)).irregular).toEqual([
      'Forced past its gate: load test. It is indicative.',
    ]);
    // The mark travels with the number, for the customer too.
    for (const audience of ['shop', 'customer'] as const)
      expect(figure(slip(viewOf(forced, false), audience), 'Health')).toContain(', indicative');
    expect(figure(slip(viewOf(measured(12.65, 9.4), false)), 'Health')).not.toContain('indicative');
  });

  it('names the instruments that were read, and never passes a simulated one off as real', () => {
    const view = viewOf(measured(12.65, 10.6), false);
    const readWith = (names: Readonly<Record<string, string>>) => ({
      ...view,
      readings: view.readings.map((reading) => ({ ...reading, instrument: names[reading.kind] ?? 'typed' })),
    });
    expect(slip(view).instruments).toBeNull();
    const real = readWith({ open_circuit: 'Bench meter', load: 'Load bank' });
    expect(slip(real).instruments).toBe('Read with Bench meter, Load bank; the rest was typed.');
    expect(slip(real).irregular).toEqual([]);
    const simulated = readWith({ load: 'Load bank (simulated ×60)' });
    const warning = 'Read on simulated instruments: this is no test of a real battery.';
    for (const audience of ['shop', 'customer'] as const) {
      expect(slip(simulated, audience).irregular).toEqual([warning]);
    }
    expect(slip(simulated, 'customer').instruments).toBeNull();
  });

  it('puts the technician’s verdict first and the computed one beside it', () => {
    const view = viewOf(measured(12.65, 9.1));
    const override = { verdict: 'watch' as const, why: 'Spare for the shore pump.', byId: MARO.id, atMs: 1 };
    const [kept] = view.assessments;
    const made = slip({ ...view, assessments: kept ? [{ ...kept, override }] : [] });
    expect(made).toMatchObject({ verdict: 'watch', grade: null, reason: 'Spare for the shore pump.' });
    expect(made.override).toMatchObject({ by: 'Maro Tindell', computed: expect.stringContaining('Retire.') });
  });

  it('never lets a technician’s verdict hide a danger', () => {
    const run = measured(12.65, 10.6).add('inspection', { ...SOUND, case: 'cracked' });
    const view = viewOf(run);
    const override = { verdict: 'serve' as const, why: 'Looks worse than it is.', byId: MARO.id, atMs: 1 };
    const [kept] = view.assessments;
    const made = slip({ ...view, assessments: kept ? [{ ...kept, override }] : [] }, 'customer');
    expect(made.verdict).toBe('serve');
    expect(made.danger).toContain('The case is cracked.');
    expect(made.danger).toContain('Keep everyone away.');
    expect(slip(view).danger).toBeNull();
  });

  it('of a run that goes on says so and what comes next; a battery that is never graded has none', () => {
    const run = new WrittenRun().add('identify', { confirmed: true }).add('inspection', SOUND);
    const made = slip(viewOf(run, false));
    expect(made).toMatchObject({ finished: false, verdict: 'undecided', nextCheckMs: null });
    expect(made.from).toEqual(['Ferngate Harbour Works', 'Quay 4']);
    expect(slipOf(viewOf(run, false), 'customer', [], { name: '', address: '' })?.from).toEqual([]);
    expect(made.next[1]).toContain('Next: open-circuit voltage.');
    expect(slipOf(viewOf(run, false, { ...BATTERY, type: 'lithium' }), 'shop', [], SITE)).toBeUndefined();
  });
});

describe('a battery’s label', () => {
  it('rates it, dates it and says when to look at it again', () => {
    const atMs = Date.UTC(2026, 0, 1);
    const made = batteryTag(BATTERY, { verdict: 'watch', atMs, over: null });
    expect(made).toMatchObject({ line: 'Flooded 12 V', rating: '570 A SAE · 60 Ah', fittedOn: '2024-03-12' });
    expect(made.nextCheckMs).toBe(Date.UTC(2026, 2, 2));
    expect(batteryTag({ ...BATTERY, ratings: [], c20Ah: null }, null)).toMatchObject({
      rating: 'RC 98 min',
      verdict: null,
      nextCheckMs: null,
    });
    expect(nextCheckMs('retire', atMs)).toBeNull();
  });

  it('says whose word a verdict is that was set over the computed one', () => {
    const over = { by: 'Maro Tindell', computed: 'retire' } as const;
    const set = batteryTag(BATTERY, { verdict: 'watch', atMs: 0, over });
    expect(set.verdict?.setBy).toBe('Set by Maro Tindell; computed: Retire');
    expect(batteryTag(BATTERY, { verdict: 'watch', atMs: 0, over: null }).verdict?.setBy).toBeNull();
    const long = batteryTag(BATTERY, { verdict: 'watch', atMs: 0, over: { ...over, by: 'W'.repeat(60) } });
    expect(long.verdict?.setBy?.length).toBeLessThan(60);
    expect(long.verdict?.setBy).toContain('…; computed: Retire');
  });

  it('comes in sizes that fit their sheet', () => {
    for (const { widthMm, heightMm, sheet } of LABEL_SIZES) {
      if (!sheet) continue;
      const { columns, rows, leftMm, topMm, gapXMm, gapYMm } = sheet;
      expect(2 * leftMm + columns * widthMm + (columns - 1) * gapXMm).toBeLessThanOrEqual(210.01);
      expect(topMm + rows * heightMm + (rows - 1) * gapYMm).toBeLessThanOrEqual(297);
    }
    expect(labelSize('a4-24').sheet?.rows).toBe(8);
    expect(labelSize('nothing')).toBe(LABEL_SIZES[0]);
  });
});

describe('a scan', () => {
  const id = '0190a1b2-0000-7000-8000-0000000000Ff';
  it.each([
    [`http://shop:3000/bench/${id}`, { kind: 'run', runId: id.toLowerCase() }],
    [`https://x/bench/${id}?for=shop`, { kind: 'run', runId: id.toLowerCase() }],
    ['FH-0101', { kind: 'tag', tag: 'FH-0101' }],
    ['  FH-0101\r\n', { kind: 'tag', tag: 'FH-0101' }],
    ['/bench/short', { kind: 'tag', tag: '/bench/short' }],
    ['\t', { kind: 'tag', tag: '' }],
  ])('of %j leads to %j', (text, expected) => {
    expect(scanned(text)).toEqual(expected);
  });
});

it('a slip says its temperatures in the unit of the house, and leaves alone what people wrote', () => {
  const whole = slip(viewOf(measured(12.64, 9.9), true, { ...BATTERY, place: 'Shelf at 10 °C' }));
  const told = slipIn(whole, '°F');
  const texts = told.readings.flatMap(({ reading, working }) => [reading, ...working]).join(' ');
  expect(texts.replace(/\u00A0/g, ' ')).toContain('at 50.0 °F');
  expect(texts).not.toContain('°C');
  expect(told.battery).toContainEqual(['Where', 'Shelf at 10 °C']);
  expect(slipIn(whole, '°C')).toEqual(whole);
});
