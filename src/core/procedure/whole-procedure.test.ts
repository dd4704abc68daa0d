import type { BatterySpec } from '../battery/battery';
import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { checkInRun } from '../steps/check-in-run';
import { removesSurfaceCharge, settleMinutes, surfaceLoadMinutes } from '../steps/clocks';
import { levelOf } from '../steps/inspect/level';
import { thinTrace } from '../steps/load/thin-trace';
import { couldBecome, reasonFor } from './next-step';
import { lapsedOverrideOf, overrideData, overrideOf } from './override';
import { WrittenRun } from './written-run.test-support';

const HOUR = 3_600_000;
const ok = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' } as const;
const rested = { method: 'rested', restMinutes: 780, clockMinutes: 0 } as const;

const begun = (symptom: Parameters<typeof complained>[0] = 'routine') =>
  complained(symptom).add('inspection', ok);
function complained(
  symptom: 'routine' | 'slow_crank' | 'single_click' | 'warning_light' | 'does_not_hold' | 'new_unit',
) {
  return new WrittenRun().add('identify', { confirmed: true }).add('complaint', { symptom });
}
const upToOpen = (volts: number, symptom: Parameters<typeof complained>[0] = 'routine') =>
  begun(symptom).add('settle', rested).add('open_circuit', { volts, temperatureC: 25 });
const gate = (run: WrittenRun, id: string, nowMs = run.endMs) =>
  run.at(nowMs).sheet.find((step) => step.id === id)?.gate;

describe('a complaint changes the order', () => {
  it('to the vehicle first, where it points beside the battery', () => {
    expect(begun().at().nextStep).toBe('settle');
    expect(begun('single_click').at().nextStep).toBe('vehicle');
    expect(begun('warning_light').at().nextStep).toBe('vehicle');
    const dropped = begun('single_click').add('vehicle_check', {
      check: 'clamp_drop',
      value: 0.4,
      ownFrom: null,
      ownTo: null,
    });
    expect(dropped.at().nextStep).toBe('settle');
    expect(dropped.at().assessment.findings.map(({ code }) => code)).toContain('drop_high');
    const measured = dropped
      .add('vehicle_check', { check: 'regulated', value: 14.2, ownFrom: null, ownTo: null })
      .add('vehicle_check', { check: 'clamp_drop', value: 0.03, ownFrom: null, ownTo: null });
    // Measured again after the clamp was cleaned: the later reading of a place counts, and no other place is forgotten.
    expect(measured.at().evidence.vehicleChecks.map(({ check, value }) => [check, value])).toEqual([
      ['regulated', 14.2],
      ['clamp_drop', 0.03],
    ]);
    const step = measured.at().sheet.find(({ id }) => id === 'vehicle');
    expect(step?.reading?.data).toMatchObject({ value: 0.03 });
    expect(step?.earlier.map(({ data }) => data)).toMatchObject([{ value: 14.2 }]);
    const gone = begun('single_click').add('skip', { step: 'vehicle', reason: 'not here' });
    expect(gone.at().nextStep).toBe('settle');
  });

  it('to a stand before it goes back, where it is said not to hold its charge', () => {
    const charged = begun('does_not_hold')
      .add('skip', { step: 'vehicle', reason: 'not here' })
      .add('charge', { full: true })
      .add('settle', rested)
      .add('open_circuit', { volts: 12.65, temperatureC: 25 })
      .add('load', { amps: 285, seconds: 15, volts: 10.8, temperatureC: 25 });
    expect(charged.at().nextStep).toBe('stand');
    const stood = charged.add('stand', { hours: 20, startVolts: 12.65, volts: 12.63, temperatureC: 25 });
    expect(stood.at().nextStep).toBe('verdict');
    expect(stood.at().assessment.verdict).toBe('serve');
  });

  it('and decides whether there is an engine to crank', () => {
    const ids = (symptom: Parameters<typeof complained>[0]) =>
      begun(symptom)
        .at()
        .sheet.map(({ id }) => id);
    expect(ids('routine')).toContain('crank');
    expect(ids('new_unit')).not.toContain('crank');
  });
});

describe('a charge', () => {
  const start = { mode: 'normal', volts: 14.4, amps: 10, hours: 6 } as const;

  it('bars the electrical steps with a clock until it is taken off, and counts only when it was full', () => {
    const on = upToOpen(12.1).add('charge_start', start);
    expect(on.at().nextStep).toBe('charge');
    const due = on.endMs + 6 * HOUR;
    expect(gate(on, 'load')).toMatchObject({
      open: false,
      reason: 'on charge: take it off first',
      opensAtMs: due,
    });
    expect(on.at().sheet.find(({ id }) => id === 'charge')?.reading?.kind).toBe('charge_start');
    const off = on.add('charge_log', { volts: 14.4, amps: 2, temperatureC: null, gravity: null });
    expect(off.at().current.all.charge_log).toHaveLength(1);
    const part = off.add('charge', { full: false });
    expect(part.at().current.last.charge_start).toBeUndefined();
    expect(part.at().evidence.chargesGiven).toBe(0);
    expect(part.add('charge', { full: true }).at().evidence.chargesGiven).toBe(1);
  });

  it('that was refused for hours retires the battery', () => {
    const refused = upToOpen(10.6).add('charge_start', { ...start, mode: 'deep' });
    const state = refused.add('charge', { full: false, refused: true }).at();
    expect(state.assessment).toMatchObject({ verdict: 'retire', decidedBy: 'takes_no_charge' });
  });

  it('is followed by a stand only once the rested voltage is known', () => {
    const charged = upToOpen(12.1).add('charge', { full: true });
    expect(gate(charged, 'stand')).toMatchObject({
      open: false,
      reason: 'rested voltage first',
      forceable: false,
    });
    const read = charged.add('settle', rested).add('open_circuit', { volts: 12.65, temperatureC: 25 });
    expect(gate(read, 'stand')).toEqual({ open: true });
    expect(gate(upToOpen(12.65), 'stand')).toBeUndefined();
  });
});

describe('a frozen battery', () => {
  const frozen = () => complained('routine').add('inspection', { ...ok, case: 'frozen' });

  it('may thaw and nothing else, and is inspected again after a day', () => {
    const run = frozen();
    expect(run.at().nextStep).toBe('settle');
    expect(gate(run, 'settle')).toEqual({ open: true });
    expect(gate(run, 'load')).toMatchObject({ open: false, forceable: false });
    const thawing = run.add('settle', { method: 'thaw', restMinutes: 0, clockMinutes: 1440 });
    expect(thawing.at().nextStep).toBe('inspect');
    expect(gate(thawing, 'inspect')).toMatchObject({ open: false, opensAtMs: thawing.endMs + 24 * HOUR });
    expect(gate(thawing, 'inspect', thawing.endMs + 24 * HOUR)).toEqual({ open: true });
    expect(thawing.add('inspection', ok).at().nextStep).toBe('open_circuit');
  });

  it('differs from any other danger, which ends the run', () => {
    const cracked = complained('routine').add('inspection', { ...ok, case: 'cracked' });
    expect(cracked.at().nextStep).toBe('verdict');
    expect(gate(cracked, 'settle')).toMatchObject({ open: false, forceable: false });
  });
});

describe('ways to settle', () => {
  const { surface } = STANDARD_RULES;

  it('each run a clock of their own', () => {
    expect(settleMinutes('rested', surface, 60)).toBe(0);
    expect(settleMinutes('rest', surface, 60)).toBe(60);
    expect(settleMinutes('headlamps', surface, 60)).toBe(13);
    expect(settleMinutes('bank', surface, 60)).toBe(10.25);
    // 0.6 Ah at 10 A are 3.6 min.
    expect(settleMinutes('one_percent', surface, 60)).toBeCloseTo(13.6, 9);
    expect(settleMinutes('thaw', surface, 60)).toBe(1440);
    expect(surfaceLoadMinutes('rest', 60)).toBe(0);
  });

  it('take the surface charge off with a load, or do not', () => {
    expect((['headlamps', 'bank', 'one_percent', 'surface_load'] as const).every(removesSurfaceCharge)).toBe(
      true,
    );
    expect((['rested', 'rest', 'thaw'] as const).some(removesSurfaceCharge)).toBe(false);
  });

  it('count once their clock has run', () => {
    const run = begun()
      .add('settle', { method: 'headlamps', restMinutes: 5, clockMinutes: 13 })
      .add('open_circuit', { volts: 12.5, temperatureC: 25 }, { takenAtMs: begun().endMs + 20 * 60_000 });
    expect(run.at().evidence.openCircuit?.surfaceRemoved).toBe(true);
    expect(run.at().assessment.estimates.charge?.sdPct).toBe(8);
  });
});

describe('an inspection point by point', () => {
  it('believes the lowest cell', () => {
    expect(levelOf(null)).toBeNull();
    expect(levelOf([])).toBeNull();
    expect(levelOf([10, 5, 12])).toBe('ok');
    expect(levelOf([10, 4.9, 12])).toBe('low');
    expect(levelOf([10, 0, 12])).toBe('low');
    expect(levelOf([10, -1, 12])).toBe('exposed');
  });

  it('has a leaking top cleaned, and believes it clean afterwards', () => {
    const dirty = complained('routine').add('inspection', { ...ok, topVolts: 0.9 });
    expect(dirty.at().nextStep).toBe('clean');
    expect(dirty.add('clean', { terminals: 'ok' }).at().nextStep).toBe('settle');
    const cells = complained('routine').add('inspection', { ...ok, levelsMm: [12, 12, 3, 12, 12, 12] });
    expect(cells.at().nextStep).toBe('top_up');
  });

  it('keeps the hydrometer out of water that has not mixed', () => {
    const watered = begun()
      .add('inspection', { ...ok, level: 'low' })
      .add('top_up', { level: 'ok' });
    expect(gate(watered, 'hydrometer')).toMatchObject({ open: false, reason: 'water has not mixed yet' });
    expect(gate(watered, 'hydrometer', watered.endMs + 12 * HOUR)).toEqual({ open: true });
  });
});

describe('the next best step', () => {
  it('is the cheapest test that can still decide, told with what it would mean', () => {
    const run = upToOpen(12.65).at();
    expect(run.nextStep).toBe('conductance');
    const [best] = run.openTests;
    expect(best?.step).toBe('conductance');
    expect(best && reasonFor(best, run.evidence).replace(/\u00A0/g, ' ')).toBe(
      '456 A SAE or more returns it to service, below 340 A SAE retires it, in between it is less clear.',
    );
    expect(best && couldBecome(best, 'undecided')).toEqual([
      'Retire',
      'Serve and watch',
      'Return to service',
    ]);
  });

  it('passes over what was skipped, barred, or cannot change anything', () => {
    const run = upToOpen(12.65).add('skip', { step: 'conductance', reason: 'no tester' }).at();
    expect(run.nextStep).toBe('load');
    const low = upToOpen(12.1).at();
    expect(low.openTests.map(({ step }) => step)).not.toContain('load');
    expect(low.nextStep).toBe('charge');
    const unsafe = complained('routine')
      .add('inspection', { ...ok, case: 'leaking' })
      .at();
    expect(unsafe.openTests).toEqual([]);
  });

  it('every test that it names has an outcome with another verdict', () => {
    for (const volts of [12.2, 12.4, 12.5, 12.65]) {
      const { openTests, assessment } = upToOpen(volts).at();
      for (const test of openTests) {
        expect(test.outcomes.some(({ verdict }) => verdict !== assessment.verdict)).toBe(true);
        const edges = test.outcomes.map(({ from, to }) => [from, to]);
        for (const [index, [from]] of edges.entries())
          if (index > 0) expect(from).toBe(edges[index - 1]?.[1]);
      }
    }
  });
});

describe('the last word', () => {
  it('is the technician’s, stands beside the computed one, and can be taken back', () => {
    const run = upToOpen(12.65)
      .add('load', { amps: 285, seconds: 15, volts: 9.2, temperatureC: 25 })
      .add('override', { verdict: 'watch', why: 'spare for the pump' });
    expect(run.at().assessment.verdict).toBe('retire');
    const computed = run.at().assessment;
    expect(overrideOf(run.at().current, computed)).toMatchObject({
      verdict: 'watch',
      why: 'spare for the pump',
    });
    const undone = run.add('withdrawal', {}, { supersedesId: run.lastId, reason: 'the computed one stands' });
    expect(overrideOf(undone.at().current, computed)).toBeNull();
  });
});

describe('a verdict set over the computed one', () => {
  const failed = () => upToOpen(12.65).add('load', { amps: 285, seconds: 15, volts: 9.2, temperatureC: 25 });
  const cracked = { case: 'cracked', smell: 'none', terminals: 'ok', level: 'ok' } as const;

  it('lapses when a danger is found after it, and comes back when that was a wrong entry', () => {
    const computed = failed().at().assessment;
    const set = failed().add('override', overrideData('watch', 'spare for the pump', computed));
    expect(overrideOf(set.at().current, computed)?.verdict).toBe('watch');
    const found = set.add('inspection', cracked);
    const now = found.at().assessment;
    expect(now.verdict).toBe('quarantine');
    expect(overrideOf(found.at().current, now)).toBeNull();
    expect(lapsedOverrideOf(found.at().current, now)?.verdict).toBe('watch');
    const mended = found.add('withdrawal', {}, { supersedesId: found.lastId, reason: 'another battery' });
    expect(overrideOf(mended.at().current, mended.at().assessment)?.verdict).toBe('watch');
  });

  it('out of quarantine stands only over the danger that was looked at', () => {
    const unsafe = failed().add('inspection', cracked);
    const { assessment } = unsafe.at();
    const blind = unsafe.add('override', { verdict: 'watch', why: 'only a scratch', over: 'quarantine' });
    expect(overrideOf(blind.at().current, assessment)).toBeNull();
    const looked = unsafe.add('override', overrideData('watch', 'only a scratch', assessment));
    expect(overrideOf(looked.at().current, assessment)?.why).toBe('only a scratch');
    const worse = looked.add('inspection', { ...cracked, case: 'bulged' });
    expect(worse.at().assessment.verdict).toBe('quarantine');
    expect(overrideOf(worse.at().current, worse.at().assessment)).toBeNull();
  });

  it('before it was asked over which, stands as it did, but over no quarantine', () => {
    const old = failed().add('override', { verdict: 'watch', why: 'spare for the pump' });
    expect(overrideOf(old.at().current, old.at().assessment)?.verdict).toBe('watch');
    const found = old.add('inspection', cracked);
    expect(overrideOf(found.at().current, found.at().assessment)).toBeNull();
  });
});

describe('a trace', () => {
  it('keeps its ends and every spike when it is thinned', () => {
    const long = Array.from(
      { length: 5000 },
      (_, at) => [at / 100, 10 + Math.sin(at / 50) / 10, null] as const,
    );
    const spiked = long.map((point, at) => (at === 3210 ? ([point[0], 4.2, null] as const) : point));
    const thin = thinTrace(spiked, 400);
    expect(thin.length).toBeLessThanOrEqual(400);
    expect(thin[0]).toBe(spiked[0]);
    expect(thin.at(-1)).toBe(spiked.at(-1));
    expect(thin.map(([, volts]) => volts)).toContain(4.2);
    const seconds = thin.map(([at]) => at);
    expect([...seconds].sort((one, other) => one - other)).toEqual(seconds);
    expect(thinTrace(long.slice(0, 10), 400)).toHaveLength(10);
  });
});

describe('what cannot be', () => {
  const battery: BatterySpec = {
    construction: 'flooded',
    nominalVolts: 6,
    ratings: [],
    c20Ah: 60,
    rcMinutes: null,
  };
  const problemsOf = (run: WrittenRun) => {
    const last = run.readings.at(-1);
    if (!last) throw new Error('nothing was written');
    return checkInRun(last, run.readings.slice(0, -1), battery.nominalVolts).map(({ message }) => message);
  };

  it('is refused by name, whatever step it belongs to', () => {
    const six = [2.1, 2.1, 2.1, 2.1, 2.1, 2.1];
    expect(problemsOf(begun().add('cell_probe', { volts: six, entered: 'single' }))).toEqual([
      'cell voltage: found "6 cells", expected 3 cells on a 6 V battery',
    ]);
    expect(problemsOf(begun().add('inspection', { ...ok, levelsMm: six }))[0]).toContain('level');
    const crank = {
      seconds: null,
      amps: null,
      temperatureC: null,
      engine: 'unknown',
      inrushVolts: null,
    } as const;
    expect(problemsOf(begun().add('crank', { ...crank, volts: 9.9 }))[0]).toContain(
      '0 to 8 V on a 6 V battery',
    );
    const open = begun().add('settle', rested).add('open_circuit', { volts: 6.3, temperatureC: 25 });
    expect(problemsOf(open.add('crank', { ...crank, volts: 6.4 }))[0]).toContain('was the load on?');
    const stand = { hours: 20, temperatureC: null };
    expect(problemsOf(begun().add('stand', { ...stand, startVolts: 12.6, volts: 6.3 }))).toHaveLength(1);
    expect(
      problemsOf(begun().add('charge_log', { volts: 14.4, amps: 2, temperatureC: null, gravity: null })),
    ).toHaveLength(1);
  });

  it('leaves the house’s three-minute charge out where it is not used', () => {
    const rules = answered(STANDARD_RULES, { three_minute: 'not_used' });
    const run = upToOpen(12.1).add('three_minute', { amps: 40, volts: 16.4 });
    expect(run.at(run.endMs, rules).assessment.decidedBy).not.toBe('sulphated');
    expect(run.at().assessment.decidedBy).toBe('sulphated');
  });
});
