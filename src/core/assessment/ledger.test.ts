import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { ledgerOf } from './ledger';
import type { StepId } from './step-id';

/** The entry of a step as lines: what was read, each step of the working, and how far it counts. */
function entryOf(step: StepId, example: ExampleCase, schools: Record<string, string> = {}): string[] | null {
  const rules = answered(STANDARD_RULES, schools);
  const evidence = exampleEvidence(example);
  const entry = ledgerOf(evidence, assess(evidence, rules), rules).find((each) => each.step === step);
  if (!entry) return null;
  const working = entry.working.map(({ what, how, value }) => `${what}: ${how} = ${value}`);
  const standing = entry.standing === null ? [] : [`(${entry.standing})`];
  return [entry.reading, ...working, ...standing].map((line) => line.replace(/\u00A0/g, ' '));
}

describe('the ledger, entry by entry', () => {
  it('inspection: only the points that somebody looked at', () => {
    expect(entryOf('inspect', {})).toEqual(['case ok, terminals ok, level ok, no smell']);
    expect(
      entryOf('inspect', {
        inspection: { case: null, terminals: 'loose', level: 'exposed', smell: 'rotten_egg' },
      }),
    ).toEqual(['terminals loose, level plates bare, smells of rotten eggs']);
    expect(
      entryOf('inspect', { inspection: { case: null, terminals: null, level: null, smell: null } }),
    ).toBeNull();
    expect(entryOf('inspect', { inspection: null })).toBeNull();
  });

  it('charges: how many', () => {
    expect(entryOf('charge', {})).toBeNull();
    expect(entryOf('charge', { charges: 1 })).toEqual(['one full charge given']);
    expect(entryOf('charge', { charges: 3 })).toEqual(['3 full charges given']);
  });

  it('open circuit: corrected, on its curve, with what is wrong about it', () => {
    expect(entryOf('open_circuit', { ocv: 12.5, celsius: 35 })).toEqual([
      '12.50 V at 35.0 °C, rested 13 h 20 min',
      'brought to 25 °C: 12.50 − 0.0015 × 10.0 K = 12.485 V',
      'charge: flooded curve = 79 % ± 5 %',
    ]);
    expect(entryOf('open_circuit', { ocv: 12.5, celsius: -5 })?.[1]).toContain('0.0015 × 30.0 K');
    expect(entryOf('open_circuit', { ocv: 6.25, battery: { nominalVolts: 6 } })?.[1]).toBe(
      'brought to 25 °C: 6.25 + 0.00075 × 0.0 K = 6.250 V',
    );
    expect(entryOf('open_circuit', { ocv: 12.5, celsius: null, restMinutes: null })?.[0]).toBe(
      '12.50 V at 25 °C assumed, rest unknown',
    );
    expect(entryOf('open_circuit', { ocv: 12.5, restMinutes: 13, surfaceRemoved: true })?.[0]).toContain(
      'rested 13 min, surface charge removed',
    );
    expect(entryOf('open_circuit', { ocv: 12.5, openForced: true })?.at(-1)).toBe('(indicative: forced)');
    expect(entryOf('open_circuit', { ocv: 12.85, restMinutes: 240 })?.at(-1)).toBe(
      '(reads high: surface charge)',
    );
    const even = [1.24, 1.24, 1.24, 1.24, 1.24, 1.24];
    expect(entryOf('open_circuit', { ocv: 12.5, gravities: even })?.[2]).toContain('with the hydrometer');
    expect(entryOf('open_circuit', { gravities: even })).toBeNull();
  });

  it('cells: the spread against its limits, the gravity corrected once', () => {
    const gravities = [1.26, 1.25, 1.26, 1.24, 1.25, 1.26];
    expect(entryOf('hydrometer', { gravities, celsius: 15 })).toEqual([
      '1.260, 1.250, 1.260, 1.240, 1.250, 1.260',
      'spread, highest minus lowest: even to 0.025, faulty from 0.05 = 0.020',
      'gravity at 25 °C: mean − 0.0007 × 10.0 K = 1.246',
    ]);
    const volts = [2.1, 2.1, 2.05, 2.1, 2.1, 2.1];
    expect(entryOf('hydrometer', { cellVolts: volts, cellsForced: true })).toEqual([
      '2.10, 2.10, 2.05, 2.10, 2.10, 2.10',
      'spread, highest minus lowest: even to 0.025, faulty from 0.05 = 0.05',
      '(indicative: forced)',
    ]);
  });

  it('conductance: in its unit, with every factor that was put in and none that was not', () => {
    expect(entryOf('conductance', { ocv: 12.65, conductance: 500 })).toEqual([
      '500 SAE, tester corrected for temperature and charge',
      'cranking current, SAE: 500 = 500 A',
      'health: 500 ÷ 570 = 88 % ± 8 %',
    ]);
    expect(entryOf('conductance', { ocv: 12.65, conductance: 300, conductanceUnit: 'DIN' })?.[1]).toBe(
      'cranking current, SAE: 300 ÷ 0.6 = 500 A',
    );
    // f(5 °C) = 0.45 e^0.39 + 0.55 × 0.92 = 1.1706; m(74 %) = 1 + 0.25 × 0.262 + 0.9 × 0.262³ = 1.0817 at 12.41 + 0.03 V.
    expect(
      entryOf('conductance', { ocv: 12.41, celsius: 5, conductance: 140, conductanceUnit: 'S' }),
    ).toEqual([
      '140 S, tester corrected for nothing',
      'cranking current, SAE: 3.20 V × 140 S × 1.171 (f at 5.0 °C) × 1.082 (m at 74 %) = 567 A',
      'health: 567 ÷ 570 = 100 % ± 13 %',
    ]);
    expect(
      entryOf('conductance', {
        ocv: 12.65,
        conductance: 6.4,
        conductanceUnit: 'mohm',
        conductanceContact: 'one_jaw',
      }),
    ).toEqual([
      '6.4 mΩ, tester corrected for nothing',
      'cranking current, SAE: 3.20 V ÷ 6.4 mΩ × 1.000 (f at 25.0 °C) × 1.000 (m at 100 %) = 500 A',
      'health: 500 ÷ 570 = 88 % ± 11 %',
      '(not conclusive here)',
    ]);
    const known = {
      battery: { baselineSiemens: 190 },
      ocv: 12.65,
      conductance: 171,
      conductanceUnit: 'S' as const,
    };
    expect(entryOf('conductance', known)?.[1]).toContain('3.00 V × 171 S');
    expect(entryOf('conductance', known)?.[2]).toBe('health: 513 ÷ 570 = 90 % ± 12 %');
    // Three cells in series conduct as well as two times six: 1.6 V a siemens, and the terms come to what stands beside them.
    const block = {
      battery: { nominalVolts: 6 as const },
      ocv: 6.325,
      conductance: 280,
      conductanceUnit: 'S' as const,
    };
    expect(entryOf('conductance', block)?.[1]).toBe(
      'cranking current, SAE: 1.60 V × 280 S × 1.000 (f at 25.0 °C) × 1.000 (m at 100 %) = 448 A',
    );
  });

  it('load: the load to set by its school, the limit by its allowance for cold', () => {
    expect(entryOf('load', { ocv: 12.65, load: 9.8, celsius: 10 })).toEqual([
      '9.80 V after 15 s at 285 A',
      'load to set: half of 570 A = 285 A',
      'limit: table at 10.0 °C = 9.40 V',
      'margin: 9.80 − 9.40 = +0.40 V',
      'health: what a new one loses ÷ what this one lost, at 100 % charge and 10.0 °C = 72 % ± 4 %',
    ]);
    expect(entryOf('load', { ocv: 12.65, load: 10.5, amps: 180 }, { load: 'capacity' })?.[1]).toBe(
      'load to set: 3 × C20: the limit is lax against it = 180 A',
    );
    expect(entryOf('load', { ocv: 12.65, load: 11.6, amps: 125 }, { load: 'fixed' })?.[1]).toBe(
      'load to set: fixed bank; rated load 285 A = 125 A',
    );
    const step = entryOf('load', { ocv: 12.65, load: 9.8, celsius: -10, amps: 260 }, { cold: 'rating_step' });
    expect(step?.[1]).toBe('load to set: half of 570 A, a step of 50 A lower = 260 A');
    expect(step?.[2]).toBe('limit: one line at any temperature = 9.60 V');
    expect(entryOf('load', { ocv: 12.2, load: 9.8 })?.at(-1)).toBe(
      '(below the gate: a pass counts, a fail does not)',
    );
    expect(entryOf('load', { ocv: 12.65, load: 9.8, loadForced: true })?.at(-1)).toBe(
      '(indicative: never retires a battery)',
    );
    expect(entryOf('load', { ocv: 12.65, load: 12, amps: 40 })?.at(-1)).toBe('(not usable)');
  });

  it('recovery, three-minute charge, cranking, stand', () => {
    expect(entryOf('recovery', { ocv: 12.5, load: 9.2, recovery: 12.3, recoveryMinutes: 10 })).toEqual([
      '12.30 V, 10 min after the load',
      'held against: open voltage at 75 % charge of this construction = 12.45 V',
    ]);
    expect(entryOf('three_minute', { ocv: 12.1, charging: 15.2 })).toEqual([
      '15.20 V after 3 min at 40 A',
      'held against: highest voltage of sound plates = 15.50 V',
    ]);
    expect(entryOf('three_minute', { charging: 15.2, battery: { construction: 'agm' } })?.at(-1)).toBe(
      '(not usable: flooded types only, warm, low in charge, 25 A at least)',
    );
    expect(
      entryOf('crank', { ocv: 12.65, crank: 9.9, crankAmps: 285, crankSeconds: 15, celsius: 10 }),
    ).toEqual([
      '9.90 V, lowest sustained over 15 s at 285 A',
      'held against: floor 9.60 V at 21 °C, lower with cold, at 10.0 °C = 9.40 V',
      'health: as a load of that current = 76 % ± 5 %',
    ]);
    expect(entryOf('crank', { crank: 9.9 })).toEqual([
      '9.90 V, lowest sustained',
      'held against: floor 9.60 V at 21 °C, lower with cold, at 25.0 °C = 9.60 V',
      '(indicative: charge low or unknown)',
    ]);
    expect(entryOf('crank', { ocv: 12.65, crank: 9.9, crankEngine: 'motorcycle' })?.[1]).toContain(
      'motorcycle floor',
    );
    expect(
      entryOf('crank', { ocv: 12.65, crank: 9.9, load: 10.6 }, { crank_floor: 'near_load' })?.[1],
    ).toContain('the load test of this run');
    expect(entryOf('stand', { ocv: 12.7, stand: 12.6, standHours: 12, standForced: true })).toEqual([
      '12.70 V to 12.60 V in 12 h at 25.0 °C',
      'fall: 0.100 V × 24 ÷ 12 = 200 mV/day',
      'held against: a sound battery at 25 °C = 12.60 V',
      'a leak within a day: house rules = < 12.20 V',
      '(indicative: forced)',
    ]);
  });

  it('the vehicle and the slot', () => {
    const drop = { check: 'side_drop' as const, value: 0.3, ownFrom: null, ownTo: null };
    expect(entryOf('vehicle', { vehicle: drop })).toEqual([
      'Voltage drop along a side of the charging path: 0.30 V',
      'held against: house rules = 0.20 V',
    ]);
    const own = { check: 'regulated' as const, value: 15, ownFrom: 12.2, ownTo: 15.4 };
    expect(entryOf('vehicle', { vehicle: own })?.[1]).toBe(
      'held against: the vehicle’s own figure = 12.20 V',
    );
    expect(entryOf('vehicle', { vehicle: { ...drop, check: 'draw', value: 0.032 } })).toEqual([
      'Parasitic draw, modules asleep: 32 mA',
      'held against: house rules = 50 mA',
    ]);
    const slot = { type: 'agm' as const, rating: { standard: 'EN' as const, amps: 760 } };
    expect(entryOf('identify', { battery: { slot } })).toEqual([
      'its slot asks for AGM, 760 A EN',
      'construction: Flooded = does not fit',
      'rating, SAE: 570 A for 800 A = too small',
    ]);
    expect(entryOf('identify', { battery: { slot: { type: 'flooded', rating: null } } })).toEqual([
      'its slot asks for Flooded',
      'construction: Flooded = fits',
    ]);
    expect(entryOf('identify', {})).toBeNull();
  });

  it('health, where more than one method told it', () => {
    expect(entryOf('verdict', { ocv: 12.65, load: 10.2, conductance: 460 })).toEqual([
      'health by load, conductance',
      'fused in logarithms, by inverse variance: 75 % ± 5 %, 81 % ± 7 % = 77 % ± 4 %',
    ]);
    expect(entryOf('verdict', { ocv: 12.65, load: 10.6, conductance: 320 })?.at(-1)).toBe(
      '(they tell different stories)',
    );
    expect(entryOf('verdict', { ocv: 12.65, load: 10.2 })).toBeNull();
  });
});
