import { checkInRun } from '../steps/check-in-run';
import { currentReadings, standingReadings } from '../steps/current-readings';
import { evidenceFromReadings } from '../steps/evidence-from-readings';
import type { RunState } from './run-sheet';
import { battery, MINUTE, START, WrittenRun } from './written-run.test-support';

const ok = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' } as const;
const rested = { method: 'rested', restMinutes: 780, clockMinutes: 0 } as const;
const inspected = () => new WrittenRun().add('identify', { confirmed: true }).add('inspection', ok);
const upToOpen = (volts: number) =>
  inspected().add('settle', rested).add('open_circuit', { volts, temperatureC: 25 });

const gateOf = (state: RunState, id: string) => state.sheet.find((step) => step.id === id)?.gate;

describe('the order of a run', () => {
  it('goes from the label to the verdict', () => {
    const run = new WrittenRun();
    expect(run.at().nextStep).toBe('identify');
    expect(run.add('identify', { confirmed: true }).at().nextStep).toBe('complaint');
    expect(run.add('complaint', { symptom: 'new_unit' }).at().nextStep).toBe('inspect');
    expect(run.add('inspection', ok).at().nextStep).toBe('settle');
    expect(run.add('settle', rested).at().nextStep).toBe('open_circuit');
    expect(run.add('open_circuit', { volts: 12.65, temperatureC: 25 }).at().nextStep).toBe('conductance');
    const passedOver = run.add('skip', { step: 'conductance', reason: 'no tester' }).at();
    expect(passedOver.nextStep).toBe('load');
    const loaded = run.add('load', { amps: 285, seconds: 15, volts: 10.8, temperatureC: 25 }).at();
    expect(loaded.nextStep).toBe('verdict');
    expect(loaded.assessment.verdict).toBe('serve');
    expect(loaded.sheet.map(({ id }) => id)).toEqual([
      'identify',
      'complaint',
      'inspect',
      'settle',
      'open_circuit',
      'hydrometer',
      'conductance',
      'load',
      'verdict',
    ]);
  });

  it('calls for cleaning, and believes the terminals as they are after it', () => {
    const run = new WrittenRun()
      .add('identify', { confirmed: true })
      .add('inspection', { ...ok, terminals: 'corroded' });
    expect(run.at().nextStep).toBe('clean');
    expect(gateOf(run.at(), 'open_circuit')).toMatchObject({
      open: false,
      reason: 'clean terminals first',
      forceable: true,
    });
    expect(run.add('clean', { terminals: 'ok' }).at().nextStep).toBe('settle');
  });

  it('calls for water, and a new inspection outdates it', () => {
    const run = new WrittenRun()
      .add('identify', { confirmed: true })
      .add('inspection', { ...ok, level: 'low' });
    expect(run.at().nextStep).toBe('top_up');
    expect(run.add('top_up', { level: 'ok' }).at().nextStep).toBe('settle');
    expect(run.add('inspection', { ...ok, level: 'exposed' }).at().nextStep).toBe('top_up');
  });

  it('asks for recovery after a failed load and for a charge when it stays low', () => {
    const run = upToOpen(12.5).add('load', { amps: 285, seconds: 15, volts: 9.2, temperatureC: 25 });
    expect(run.at().nextStep).toBe('recovery');
    const low = run.add('recovery', { minutes: 5, volts: 12.3 }).at();
    expect(low.nextStep).toBe('charge');
    expect(low.sheet.map(({ id }) => id)).toContain('recovery');
  });
});

describe('gates', () => {
  it('bar the load below the charge gate, with the figures', () => {
    expect(gateOf(upToOpen(12.22).at(), 'load')).toMatchObject({
      open: false,
      forceable: true,
      reason: 'charge first: 47\u00A0%, needs 65\u00A0%',
    });
    expect(gateOf(upToOpen(12.37).at(), 'load')).toEqual({ open: true });
  });

  it('let nobody force past a danger', () => {
    const run = new WrittenRun()
      .add('identify', { confirmed: true })
      .add('inspection', { ...ok, case: 'cracked' });
    for (const id of ['settle', 'open_circuit', 'load']) {
      expect(gateOf(run.at(), id)).toMatchObject({
        open: false,
        forceable: false,
        reason: 'unsafe: case cracked',
      });
    }
  });

  it('wait for the settle clock and for the pause between loads', () => {
    const resting = inspected().add('settle', { method: 'rest', restMinutes: 0, clockMinutes: 60 });
    const endsAtMs = START + 2 * MINUTE + 60 * MINUTE;
    expect(gateOf(resting.at(START + 3 * MINUTE), 'open_circuit')).toMatchObject({
      open: false,
      opensAtMs: endsAtMs,
    });
    expect(gateOf(resting.at(endsAtMs), 'open_circuit')).toEqual({ open: true });
    const loaded = upToOpen(12.6).add('load', { amps: 285, seconds: 15, volts: 9.5, temperatureC: 25 });
    expect(gateOf(loaded.at(START + 4.5 * MINUTE), 'load')).toMatchObject({ reason: 'pause between loads' });
    expect(gateOf(loaded.at(START + 5 * MINUTE), 'load')).toEqual({ open: true });
  });

  it('allow three loads since the last charge', () => {
    const run = upToOpen(12.6);
    for (let load = 0; load < 3; load++)
      run.add('load', { amps: 285, seconds: 15, volts: 9.5, temperatureC: 25 });
    expect(gateOf(run.at(), 'load')).toMatchObject({
      open: false,
      reason: '3 load tests made: charge first',
    });
  });
});

describe('what is current', () => {
  it('a charge makes the electrical readings before it stale and is counted', () => {
    const run = upToOpen(12.2).add('charge', { full: true });
    const state = run.at();
    expect(state.evidence).toMatchObject({ openCircuit: null, load: null, chargesGiven: 1 });
    expect(state.nextStep).toBe('settle');
    expect(run.add('charge', { full: false }).at().evidence.chargesGiven).toBe(1);
  });

  it('counts the rest from the settle step to the reading', () => {
    const run = inspected().add('settle', { method: 'rest', restMinutes: 5, clockMinutes: 60 });
    run.add('open_circuit', { volts: 12.6, temperatureC: 20 }, { takenAtMs: START + 42 * MINUTE });
    expect(evidenceFromReadings(battery, run.readings).openCircuit).toMatchObject({
      restMinutes: 45,
      surfaceRemoved: null,
    });
  });

  it('believes a removed surface charge only once its clock has run', () => {
    const taken = (minute: number) => {
      const run = inspected().add('settle', { method: 'surface_load', restMinutes: 0, clockMinutes: 13 });
      run.add(
        'open_circuit',
        { volts: 12.6, temperatureC: 20 },
        { takenAtMs: START + (2 + minute) * MINUTE },
      );
      return evidenceFromReadings(battery, run.readings).openCircuit?.surfaceRemoved;
    };
    expect([taken(12.9), taken(13)]).toEqual([false, true]);
  });

  it('a correction replaces, a withdrawal only takes back, and both keep the record', () => {
    const run = upToOpen(12.06);
    const wrong = run.idOf(3);
    const takenAtMs = START + 3 * MINUTE;
    run.add(
      'open_circuit',
      { volts: 12.6, temperatureC: 25 },
      { supersedesId: wrong, reason: 'digits swapped', takenAtMs },
    );
    expect(run.at().evidence.openCircuit?.volts).toBe(12.6);
    run.add('withdrawal', {}, { supersedesId: run.idOf(4), reason: 'wrong battery' });
    expect(run.at().evidence.openCircuit).toBeNull();
    expect(run.readings).toHaveLength(6);
    expect(standingReadings(run.readings)).toHaveLength(3);
  });

  it('does not depend on the order in which readings arrive', () => {
    const { readings } = upToOpen(12.5).add('load', { amps: 285, seconds: 15, volts: 9.5, temperatureC: 25 });
    expect(currentReadings([...readings].reverse())).toEqual(currentReadings(readings));
  });
});

describe('impossible readings', () => {
  const problemsOf = (run: WrittenRun, nominalVolts = 12) => {
    const reading = run.readings.at(-1);
    return reading
      ? checkInRun(reading, run.readings.slice(0, -1), nominalVolts).map(({ message }) => message)
      : [];
  };

  it('are a load voltage at or above the open one', () => {
    const run = upToOpen(12.5).add('load', { amps: 285, seconds: 15, volts: 12.5, temperatureC: 25 });
    expect(problemsOf(run)).toEqual([
      expect.stringContaining('found 12.5, expected less than the open-circuit voltage'),
    ]);
  });

  it('are voltages that this battery cannot show', () => {
    const run = inspected().add('open_circuit', { volts: 12.6, temperatureC: 20 });
    expect(problemsOf(run, 6)).toEqual([
      'open-circuit voltage: found 12.6, expected 0 to 9 V on a 6 V battery',
    ]);
    expect(problemsOf(run, 12)).toEqual([]);
  });

  it('are corrections without a reason', () => {
    const run = upToOpen(12.5);
    run.add('open_circuit', { volts: 12.6, temperatureC: 20 }, { supersedesId: run.idOf(3) });
    expect(problemsOf(run)).toEqual([expect.stringContaining('reason: found nothing')]);
  });
});

describe('a rest that the run’s own clock contradicts', () => {
  const charging = { mode: 'normal', volts: 14.4, amps: 6, hours: 5 } as const;
  const charged = () => inspected().add('charge_start', charging).add('charge', { full: true });
  const messages = (run: WrittenRun) => {
    const last = run.readings.at(-1);
    return last ? checkInRun(last, run.readings.slice(0, -1), 12).map(({ message }) => message) : [];
  };

  it('is refused with what the clock says, and taken where somebody stands by it: the voltage is then indicative', () => {
    expect(messages(charged().add('settle', rested))).toEqual([
      'rest: found "13\u00A0h", expected at most the 1\u00A0min since the charge of this run',
    ]);
    const stoodBy = charged().add('settle', rested, { forced: true });
    expect(messages(stoodBy)).toEqual([]);
    stoodBy.add('open_circuit', { volts: 12.7, temperatureC: 25 });
    expect(evidenceFromReadings(battery, stoodBy.readings).openCircuit?.forced).toBe(true);
  });

  it('is believed where the clock has run as long, where nobody knows, and after a charge that was given elsewhere', () => {
    const late = { takenAtMs: START + 14 * 60 * MINUTE };
    expect(messages(charged().add('settle', rested, late))).toEqual([]);
    expect(messages(charged().add('settle', { ...rested, restMinutes: null }))).toEqual([]);
    expect(messages(inspected().add('charge', { full: true }).add('settle', rested))).toEqual([]);
    // The charge before that was this run's own; the last one was not.
    expect(messages(charged().add('charge', { full: true }).add('settle', rested))).toEqual([]);
  });
});
