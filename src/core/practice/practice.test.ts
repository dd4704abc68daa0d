import * as fc from 'fast-check';
import { VERDICTS } from '../assessment/verdict';
import { newReading, type Reading, type ReadingData, type ReadingKind } from '../steps/reading';
import { caseOfCode, composedCode, randomCode } from './case-code';
import { type Decision, debrief } from './debrief';
import { GRADED_CASES } from './graded-cases';
import { amissOnVehicle, leadsToVehicle } from './on-the-vehicle';
import { CAUSES, type PracticeCase } from './practice-case';
import { spentOn, wrongCost } from './prices';
import { randomCase } from './random-case';
import { rightVerdicts } from './right-verdict';
import { shortestPath } from './shortest-path';
import { toldBySteps } from './told-by-step';
import type { TrueMoment } from './true-moment';

const graded = (name: string): PracticeCase => {
  const known = GRADED_CASES[name];
  if (!known) throw new Error(`there is no case ${name}`);
  return known;
};

describe('codes', () => {
  it('lead to the same case for everybody', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1 as const, 2 as const, 3 as const),
        fc.integer({ min: 0, max: 99_999 }),
        (level, seed) => {
          const found = caseOfCode(randomCode(level, seed));
          expect(found).toEqual({ ok: true, value: randomCase(level, seed) });
        },
      ),
    );
    expect(randomCase(2, 7)).not.toEqual(randomCase(2, 8));
  });

  it('carry a composed case whole', () => {
    const own = { ...graded('bad-joint'), title: 'Dock “A”, & more: 100 %' };
    expect(caseOfCode(composedCode(own))).toEqual({ ok: true, value: own });
    // Its address tells a trainee nothing; codes from before that are still taken.
    expect(composedCode(own)).toMatch(/^own:[\w-]+$/);
    expect(caseOfCode(`own:${JSON.stringify(own)}`)).toEqual({ ok: true, value: own });
  });

  it.each([
    ['', 'the name of a case'],
    ['4-12', 'the name of a case'],
    ['2-1234567', 'the name of a case'],
    ['own:{', 'a composed case'],
    [
      composedCode({ ...graded('old-tractor'), truth: { ...graded('old-tractor').truth, chargePct: 180 } }),
      'chargePct',
    ],
    [
      composedCode({
        ...graded('old-tractor'),
        label: { ...graded('old-tractor').label, ratings: [], c20Ah: null },
      }),
      'label',
    ],
    [
      composedCode({ ...graded('old-tractor'), label: { ...graded('old-tractor').label, type: 'lithium' } }),
      'label',
    ],
    ['toString', 'the name of a case'],
    ['constructor', 'the name of a case'],
    ['__proto__', 'the name of a case'],
  ])('%s is refused with what is wrong', (code, expected) => {
    const found = caseOfCode(code);
    expect(found.ok ? '' : found.problems.map(({ message }) => message).join(' ')).toContain(expected);
  });
});

describe('what is right', () => {
  it.each([
    ['left-lamps', 'serve', 'charge'],
    ['old-tractor', 'retire', 'battery'],
    ['split-case', 'quarantine', 'battery'],
    ['fresh-charge', 'retire', 'battery'],
    ['single-click', 'serve', 'connection'],
    ['cold-agm', 'serve', 'nothing'],
    ['third-battery', 'serve', 'charging_system'],
    ['bad-joint', 'retire', 'battery'],
    ['half-a-shift', 'retire', 'battery'],
    ['weak-and-willing', 'serve', 'nothing'],
    ['slow-leak', 'watch', 'battery'],
    ['hot-bonnet', 'retire', 'battery'],
    ['only-when-it-turns', 'retire', 'battery'],
    ['flat-by-monday', 'serve', 'draw'],
  ])('%s: %s, and the trouble is %s', (name, verdict, cause) => {
    expect(rightVerdicts(graded(name))[0]).toBe(verdict);
    expect(graded(name).cause).toBe(cause);
  });

  it('the procedure itself, followed to its end, comes to a right verdict in every graded case', () => {
    for (const name of Object.keys(GRADED_CASES)) {
      expect([name, ...rightVerdicts(graded(name))]).toContain(shortestPath(graded(name)).verdict);
    }
    expect(shortestPath(graded('left-lamps')).path).toContain('charge');
    expect(shortestPath(graded('split-case')).path).not.toContain('load');
    expect(shortestPath(graded('single-click')).path[0]).toBe('vehicle');
    expect(shortestPath(graded('bad-joint')).path).toContain('load');
    // What works for hours is discharged, and what cranks is beside the point.
    for (const name of ['half-a-shift', 'weak-and-willing']) {
      expect(shortestPath(graded(name)).path).toContain('discharge');
      expect(shortestPath(graded(name)).path).not.toContain('load');
    }
    // A tester sees nothing of it: only the load test does.
    expect(shortestPath(graded('only-when-it-turns')).path).toContain('load');
  });

  it('every random case has a verdict that does justice to it and a path that ends', () => {
    for (let seed = 0; seed < 25; seed++) {
      for (const level of [1, 2, 3] as const) {
        const drawn = randomCase(level, seed);
        const right = rightVerdicts(drawn);
        expect(right.length).toBeGreaterThan(0);
        for (const verdict of right) expect(VERDICTS).toContain(verdict);
        expect(CAUSES).toContain(drawn.cause);
        expect(shortestPath(drawn).minutes).toBeLessThan(6 * 24 * 60);
      }
    }
  });
});

describe('what is told of a random case', () => {
  const drawn = (level: 1 | 2 | 3) => Array.from({ length: 400 }, (_, seed) => randomCase(level, seed));
  const causesOf = (level: 1 | 2 | 3, symptom: string) =>
    new Set(drawn(level).flatMap((one) => (one.symptom === symptom ? one.cause : [])));

  it('points at its cause to begin with, and later may come of several', () => {
    expect([...causesOf(1, 'slow_crank')]).toEqual(['battery']);
    expect(causesOf(2, 'slow_crank').size).toBe(4);
    expect(causesOf(3, 'slow_crank').size).toBe(CAUSES.length);
    expect(causesOf(3, 'does_not_hold').size).toBeGreaterThan(2);
  });

  it('has something amiss on the vehicle just where that is the cause, and a way there', () => {
    for (const one of [...drawn(2), ...drawn(3)].slice(0, 200)) {
      const beside = ['connection', 'charging_system', 'draw'].includes(one.cause);
      expect([one.title, amissOnVehicle(one).length > 0]).toEqual([one.title, beside]);
      if (beside) expect(leadsToVehicle(one)).toBe(true);
    }
  });
});

let made = 0;
function reading<K extends ReadingKind>(
  kind: K,
  data: ReadingData<K>,
  minutes: number,
  extra: object = {},
): Reading {
  made++;
  const reading = newReading(kind, data, {
    id: `r${made}`,
    runId: 'run',
    takenAtMs: minutes * 60_000,
    technicianId: 'me',
    instrument: 'typed',
  });
  return { ...reading, ...extra };
}

const truthOf = ({ id }: Reading, chargePct: number, extra: Partial<TrueMoment> = {}): TrueMoment => ({
  readingId: id,
  chargePct,
  surfaceVolts: 0,
  chargerOn: false,
  ...extra,
});
const looked = (extra: Partial<ReadingData<'inspection'>> = {}) =>
  reading('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok', ...extra }, 2);
const load = (minutes = 10) =>
  reading('load', { amps: 285, seconds: 15, volts: 9, temperatureC: 12 }, minutes, { forced: true });

/** A case worked from its start to its last reading. */
const debriefOf = (
  practiceCase: PracticeCase,
  readings: readonly Reading[],
  truths: readonly TrueMoment[],
  decision: Decision,
) =>
  debrief(practiceCase, {
    readings,
    truths,
    decision,
    startMs: readings[0]?.takenAtMs ?? 0,
    endMs: readings.at(-1)?.takenAtMs ?? 0,
  });

describe('the debrief', () => {
  const lamps = graded('left-lamps');

  it('says that a flat battery was loaded, condemned too early, and what that would have cost', () => {
    const forced = load();
    const told = debriefOf(lamps, [looked(), forced], [truthOf(forced, 33)], {
      verdict: 'retire',
      cause: 'battery',
    });
    expect(told.right).toBe(false);
    expect(told.remarks.map(({ text }) => text).join(' ')).toMatch(/Loaded at 33 %.*Condemned too early/s);
    expect(told.wrongCost).toBeGreaterThan(told.workCost);
    expect(told.score).toBeLessThan(30);
  });

  it('gives full marks to the shortest sound path with the right word at its end', () => {
    const steps = [
      looked(),
      reading('settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 }, 3),
      reading('open_circuit', { volts: 12.1, temperatureC: 12 }, 4),
      reading('charge', { full: true }, 500),
      reading('conductance', { value: 560, unit: 'SAE', compensated: 'both', temperatureC: 15 }, 1400),
      load(1410),
    ];
    const truths = steps.map((step) => truthOf(step, step.kind === 'load' ? 98 : 34));
    const told = debriefOf(lamps, steps, truths, { verdict: 'serve', cause: 'charge' });
    expect(told.right).toBe(true);
    expect(told.remarks.filter(({ kind }) => kind === 'mistake' || kind === 'danger')).toEqual([]);
    expect(told.score).toBeGreaterThanOrEqual(90);
    expect(told.wrongCost).toBe(0);
    // The waiting of a charge is cheap, the work is not.
    expect(told.workCost).toBeLessThan(told.minutes / 5);
  });

  it('names clamping on a charger that is on, correcting twice, one jaw, and a dangerous case overlooked', () => {
    const clamped = load();
    const twice = reading(
      'conductance',
      { value: 500, unit: 'SAE', compensated: 'none', temperatureC: 5, contact: 'one_jaw' },
      5,
    );
    const told = debriefOf(
      lamps,
      [looked(), twice, clamped],
      [truthOf(clamped, 90, { chargerOn: true }), truthOf(twice, 90)],
      {
        verdict: 'serve',
        cause: 'charge',
      },
    );
    const text = told.remarks.map(({ kind, text: words }) => `${kind}: ${words}`).join('\n');
    expect(text).toMatch(/danger: Load test while the charger was still on/);
    expect(text).toMatch(/mistake: Corrected twice/);
    expect(text).toMatch(/mistake: Measured with one jaw/);
    const frost = graded('split-case');
    const touched = load();
    const blind = debriefOf(frost, [looked(), touched], [truthOf(touched, 12)], {
      verdict: 'charge',
      cause: 'charge',
    });
    expect(blind.remarks.filter(({ kind }) => kind === 'danger').length).toBeGreaterThanOrEqual(2);
    expect(blind.wrongCost).toBeGreaterThan(1000);
  });

  it('says where on the vehicle it sat, and when nobody measured there', () => {
    const click = graded('single-click');
    const at = (check: 'draw' | 'clamp_drop', value: number) =>
      reading('vehicle_check', { check, value, ownFrom: null, ownTo: null }, 3);
    const words = (...steps: Reading[]) => {
      const told = debriefOf(click, [looked(), ...steps], [], { verdict: 'serve', cause: 'connection' });
      return [...told.truth, ...told.remarks.map(({ text }) => text)].join('\n');
    };
    const truth = /On the vehicle: voltage drop from post to clamp, cranking, 0.62\sV, held against 0.05\sV/;
    const elsewhere = 'Not measured where it sat on the vehicle';
    expect(words(at('draw', 0.03))).toMatch(truth);
    expect(words(at('draw', 0.03))).toContain(elsewhere);
    expect(words(at('draw', 0.03), at('clamp_drop', 0.6))).not.toContain(elsewhere);
    expect(words()).toContain('Vehicle check was left out.');
  });

  it('says when a surface charge was believed', () => {
    const fresh = graded('fresh-charge');
    const steps = [looked(), reading('settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 }, 3)];
    const told = debriefOf(fresh, steps, [], { verdict: 'serve', cause: 'nothing' });
    expect(told.remarks.map(({ text }) => text).join(' ')).toContain('surface charge was believed');
  });

  it('says that the voltage of a charger was taken for the battery’s, and that bare ohms were not corrected', () => {
    const open = reading('open_circuit', { volts: 14.2, temperatureC: 12 }, 4);
    const bare = reading('conductance', { value: 6, unit: 'mohm', compensated: 'both', temperatureC: 5 }, 6);
    const told = debriefOf(
      lamps,
      [looked(), open, bare],
      [truthOf(open, 50, { chargerOn: true }), truthOf(bare, 50)],
      { verdict: 'serve', cause: 'charge' },
    );
    const text = told.remarks.map(({ text: words }) => words).join(' ');
    expect(text).toContain('while the charger was on');
    expect(text).toContain('Not corrected at all');
  });

  it('shows what each reading told beside what was so', () => {
    const open = reading('open_circuit', { volts: 12.1, temperatureC: 12 }, 4);
    const steps = [
      looked(),
      reading('settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 }, 3),
      open,
      reading('conductance', { value: 540, unit: 'SAE', compensated: 'both', temperatureC: 12 }, 6),
    ];
    const told = toldBySteps(lamps, steps, [truthOf(open, 34)]);
    expect(told.map(({ reading: { kind } }) => kind)).toEqual([
      'inspection',
      'settle',
      'open_circuit',
      'conductance',
    ]);
    expect(told[0]?.chargePct).toBeNull();
    expect(told[2]?.chargePct).toBeCloseTo(33, -1);
    expect(told[2]?.trueChargePct).toBe(34);
    expect(told[2]?.healthPct).toBeNull();
    expect(told[2]?.verdict).toBe('charge');
    expect(told[3]?.healthPct).toBeCloseTo(95, -1);
    expect(told[3]?.trueHealthPct).toBeCloseTo(94, 0);
  });
});

describe('what is spent', () => {
  const at = (minutes: number) => ({ takenAtMs: minutes * 60_000 });

  it('counts from the start to now, and waiting for little', () => {
    expect(spentOn([], 0, 10 * 60_000)).toEqual({ minutes: 10, money: 10 });
    const { minutes, money } = spentOn([at(5), at(605)], 0, 610 * 60_000);
    expect(minutes).toBe(610);
    expect(money).toBe(Math.round(5 + 15 + 0.05 * 585 + 5));
  });

  it('never falls while time goes on, whatever is done meanwhile', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2000 }), { maxLength: 8 }), (gaps) => {
        const done = gaps.map((_, upTo) => at(gaps.slice(0, upTo + 1).reduce((sum, gap) => sum + gap, 0)));
        const costs = done.map(
          (_, upTo) => spentOn(done.slice(0, upTo), 0, done[upTo]?.takenAtMs ?? 0).money,
        );
        expect(costs).toEqual([...costs].sort((one, other) => one - other));
      }),
    );
  });

  it.each([
    [['serve'], 'serve', 0],
    [['watch', 'retire'], 'retire', 0],
    [['quarantine'], 'serve', 2000],
    [['serve'], 'retire', 140],
    [['retire'], 'serve', 560],
    [['serve'], 'undecided', 70],
  ] as const)('where %j is right, %s would have cost %d', (right, verdict, cost) => {
    expect(wrongCost(right, verdict)).toBe(cost);
  });
});
