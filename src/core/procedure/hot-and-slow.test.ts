import { WrittenRun } from './written-run.test-support';

const HOUR = 3_600_000;

const rested = (symptom: 'routine' | 'slow_crank') =>
  new WrittenRun()
    .add('identify', { confirmed: true })
    .add('complaint', { symptom })
    .add('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' })
    .add('settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 });
const upToOpen = (volts: number) => rested('routine').add('open_circuit', { volts, temperatureC: 25 });
const gate = (run: WrittenRun, id: string) => run.at().sheet.find((step) => step.id === id)?.gate;

describe('a hot battery', () => {
  const hot = () => rested('routine').add('open_circuit', { volts: 12.6, temperatureC: 56 });

  it('cools and nothing else, and goes on once it was read again', () => {
    const run = hot();
    expect(run.at()).toMatchObject({ nextStep: 'settle', assessment: { decidedBy: 'too_hot', grade: 'X' } });
    expect(gate(run, 'load')).toMatchObject({ open: false, forceable: false });
    expect(gate(run, 'settle')).toEqual({ open: true });
    run.add('settle', { method: 'cool', restMinutes: 0, clockMinutes: 60 });
    expect(run.at().nextStep).toBe('open_circuit');
    expect(gate(run, 'open_circuit')).toEqual({
      open: false,
      reason: 'cooling',
      forceable: false,
      opensAtMs: run.endMs + HOUR,
    });
    expect(gate(run, 'hydrometer')).toMatchObject({ reason: 'cooling' });
    expect(run.at(run.endMs + HOUR).sheet.find(({ id }) => id === 'hydrometer')?.gate).toEqual({
      open: true,
    });
    const read = run.add('open_circuit', { volts: 12.6, temperatureC: 38 }).at();
    expect(read.assessment.verdict).not.toBe('quarantine');
    expect(read.assessment.estimates.temperatureC).toBe(38);
  });

  it('that is still hot is put to cool again, and a hot load from before says nothing any more', () => {
    const run = hot().add('settle', { method: 'cool', restMinutes: 0, clockMinutes: 60 });
    run.add('open_circuit', { volts: 12.6, temperatureC: 52 });
    expect(run.at()).toMatchObject({ nextStep: 'settle', assessment: { decidedBy: 'too_hot' } });
    const loaded = upToOpen(12.6).add('load', { amps: 285, seconds: 15, volts: 10.6, temperatureC: 55 });
    expect(loaded.at().assessment.decidedBy).toBe('too_hot');
    loaded.add('settle', { method: 'cool', restMinutes: 0, clockMinutes: 60 });
    loaded.add('open_circuit', { volts: 12.6, temperatureC: 35 });
    expect(loaded.at().assessment.verdict).not.toBe('quarantine');
  });
});

it('an engine that cranked slowly is not answered by conductance alone', () => {
  const run = rested('slow_crank');
  run.add('open_circuit', { volts: 12.65, temperatureC: 25 });
  run.add('conductance', {
    value: 560,
    unit: 'SAE',
    compensated: 'both',
    temperatureC: 25,
    contact: 'clean',
  });
  expect(run.at()).toMatchObject({
    nextStep: 'load',
    assessment: { verdict: 'undecided', decidedBy: 'slow_crank_unanswered' },
  });
  run.add('load', { amps: 285, seconds: 15, volts: 10.6, temperatureC: 25 });
  expect(run.at().assessment.verdict).toBe('serve');
  const routine = rested('routine');
  routine.add('open_circuit', { volts: 12.65, temperatureC: 25 });
  routine.add('conductance', {
    value: 560,
    unit: 'SAE',
    compensated: 'both',
    temperatureC: 25,
    contact: 'clean',
  });
  expect(routine.at().assessment.verdict).toBe('serve');
});
