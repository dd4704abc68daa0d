import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import type { FindingCode } from './finding';

const all = (example: ExampleCase, schools: Record<string, string> = {}) =>
  assess(exampleEvidence(example), answered(STANDARD_RULES, schools)).findings;
const codes = (example: ExampleCase, schools = {}) => all(example, schools).map(({ code }) => code);
const find = (example: ExampleCase, code: FindingCode, schools = {}) =>
  all(example, schools).find((finding) => finding.code === code);
const six = (volts: number) => ({ battery: { nominalVolts: 6 as const }, ocv: volts });

describe('what the eye and the nose found', () => {
  it.each([
    ['cracked', 'case_cracked'],
    ['bulged', 'case_bulged'],
    ['leaking', 'case_leaking'],
    ['frozen', 'case_frozen'],
  ] as const)('a case that is %s is %s, and the smell is told beside it', (state, code) => {
    expect(codes({ inspection: { case: state } })).toEqual([code]);
    expect(codes({ inspection: { case: state, smell: 'rotten_egg' } })).toEqual([code, 'sulphur_smell']);
  });

  it('a smell alone is told once', () => {
    expect(codes({ inspection: { smell: 'rotten_egg' } })).toEqual(['sulphur_smell']);
  });

  it('each point has a finding of its own, and none where it is in order', () => {
    const one = (inspection: ExampleCase['inspection']) =>
      codes({ inspection: inspection ?? null, ocv: 12.65, load: 10.8 });
    const sound = one({});
    const more = (inspection: ExampleCase['inspection']) =>
      one(inspection).filter((code) => !sound.includes(code));
    expect(sound).toEqual(['sound', 'load_passes']);
    expect(more({ terminals: 'corroded' })).toEqual(['terminals_corroded']);
    expect(more({ terminals: 'loose' })).toEqual(['terminals_loose']);
    expect(more({ terminals: 'damaged' })).toEqual(['post_damaged']);
    expect(more({ level: 'low' })).toEqual(['level_low']);
    expect(more({ level: 'exposed' })).toEqual(['level_low']);
    expect(more({ level: 'sealed' })).toEqual([]);
    expect(more({ holdDown: 'loose' })).toEqual(['hold_down_loose']);
    expect(more({ holdDown: 'missing' })).toEqual(['hold_down_loose']);
    expect(more({ caps: 'missing' })).toEqual(['caps_missing']);
    expect(more({ belt: 'worn' })).toEqual(['belt_worn']);
    expect(more({ fuse: 'blown' })).toEqual(['fuse_blown']);
    expect(more({ eye: 'low_charge' })).toEqual(['eye_low_charge']);
    expect(more({ eye: 'low_level' })).toEqual(['eye_low_level']);
    expect(
      more({ holdDown: 'ok', caps: 'ok', belt: 'ok', fuse: 'ok', eye: 'charged', topVolts: 0.5 }),
    ).toEqual([]);
    expect(codes({ battery: { construction: 'gel' }, inspection: { level: 'low' } })).toContain('sealed_dry');
  });

  it('a leaking top carries its voltage', () => {
    expect(find({ inspection: { topVolts: 0.8 } }, 'surface_leakage')?.measured).toMatchObject({
      value: 0.8,
      limit: 0.5,
      unit: 'V',
      sd: 0,
      margin: expect.closeTo(-0.3, 9),
    });
  });

  it('not inspected is said where nobody looked at case and posts', () => {
    expect(codes({ inspection: null })).toContain('not_inspected');
    expect(codes({ inspection: { case: null, terminals: null } })).toContain('not_inspected');
    expect(codes({ inspection: { case: null } })).not.toContain('not_inspected');
    expect(codes({ inspection: { terminals: null } })).not.toContain('not_inspected');
  });
});

describe('temperature', () => {
  it('under −18 °C nothing is judged', () => {
    expect(find({ ocv: 12.65, celsius: -20 }, 'too_cold')?.measured).toEqual({
      value: -20,
      limit: -18,
      margin: -2,
      sd: 1,
      unit: '°C',
    });
    expect(codes({ ocv: 12.65, celsius: -18 })).not.toContain('too_cold');
  });

  it('that was not measured is said, for each reading that needed it', () => {
    expect(codes({ ocv: 12.65, celsius: null })).toContain('temperature_assumed');
    expect(codes({ ocv: 12.65 })).not.toContain('temperature_assumed');
    const known = exampleEvidence({ ocv: 12.65, load: 10.6 });
    const without = { ...known, load: known.load && { ...known.load, temperatureC: null } };
    const told = assess(without, STANDARD_RULES).findings.map(({ code }) => code);
    expect(told).not.toContain('temperature_assumed');
    const neither = { ...without, openCircuit: null };
    expect(assess(neither, STANDARD_RULES).findings.map(({ code }) => code)).toContain('temperature_assumed');
  });
});

describe('charge', () => {
  it('far below an empty battery is one shorted cell, or a battery run flat', () => {
    expect(find({ ocv: 10.5 }, 'shorted_cell')).toMatchObject({
      measured: { value: 10.5, limit: 11, margin: -0.5, sd: 0.005, unit: 'V' },
      indicative: false,
    });
    expect(find({ ocv: 10.95 }, 'deeply_discharged')?.measured?.value).toBe(10.95);
    expect(find({ ocv: 9.9 }, 'deeply_discharged')).toBeDefined();
    expect(codes({ ocv: 10 })).toContain('shorted_cell');
    expect(codes({ ocv: 10.9 })).toContain('shorted_cell');
    expect(codes({ ocv: 11 })).not.toContain('deeply_discharged');
    expect(find(six(4.25), 'shorted_cell')?.measured).toMatchObject({ value: 4.25, limit: 5.5, sd: 0.0025 });
    expect(find({ ocv: 10.5, openForced: true }, 'shorted_cell')?.indicative).toBe(true);
  });

  it('low, low again, or enough to test but not to serve', () => {
    expect(find({ ocv: 12.24 }, 'charge_low')).toMatchObject({
      measured: { value: 50, limit: 65, margin: -15, sd: 5, unit: '%' },
      indicative: false,
    });
    expect(find({ ocv: 12.24, openForced: true }, 'charge_low')?.indicative).toBe(true);
    expect(codes({ ocv: 12.24, charges: 1 })).toContain('charge_low');
    expect(find({ ocv: 12.24, charges: 2 }, 'will_not_hold')?.measured?.limit).toBe(65);
    expect(codes({ ocv: 12.366 })).toContain('charge_before_service');
    expect(find({ ocv: 12.408 }, 'charge_before_service')?.measured).toMatchObject({
      value: expect.closeTo(70, 6),
      limit: 75,
      sd: 5,
    });
    expect(codes({ ocv: 12.45 })).not.toContain('charge_before_service');
  });

  it('on the surface is only suspected', () => {
    const fresh = { ocv: 12.85, restMinutes: 240 };
    expect(find(fresh, 'surface_charge')).toMatchObject({ measured: null, indicative: true });
    expect(codes({ ...fresh, ocv: 12.8 })).not.toContain('surface_charge');
    expect(codes({ ocv: 12.85 })).not.toContain('surface_charge');
    expect(codes({ ...fresh, ocv: 13.2 })).toContain('still_charging');
  });
});

describe('cells', () => {
  it('carry their spread in gravity or volts, with the margin left', () => {
    const gravities = [1.26, 1.26, 1.26, 1.26, 1.26, 1.2];
    expect(find({ ocv: 12.5, gravities }, 'cell_spread')).toMatchObject({
      measured: { value: 0.06, limit: 0.05, unit: '', margin: expect.closeTo(-0.01, 9) },
      indicative: false,
    });
    const volts = [2.1, 2.1, 2.1, 2.1, 2.1, 2.07];
    expect(find({ ocv: 12.5, cellVolts: volts, cellsForced: true }, 'cells_uneven')).toMatchObject({
      measured: { value: 0.03, limit: 0.025, unit: 'V', margin: expect.closeTo(-0.005, 9) },
      indicative: true,
    });
  });
});

describe('load', () => {
  it('passes or fails with its margin, and is indicative where it does not count', () => {
    expect(find({ ocv: 12.65, load: 10 }, 'load_passes')).toMatchObject({
      measured: { value: 10, limit: 9.6, margin: 0.4, sd: 0.03, unit: 'V' },
      indicative: false,
    });
    expect(find({ ocv: 12.65, load: 9.5 }, 'load_fails')).toMatchObject({ indicative: false });
    expect(find({ ocv: 12.2, load: 10 }, 'load_passes')).toMatchObject({ indicative: false });
    expect(find({ ocv: 12.2, load: 9.4 }, 'load_fails')).toMatchObject({ indicative: true });
    expect(find({ ocv: 12.65, load: 10, loadForced: true }, 'load_passes')).toMatchObject({
      indicative: true,
    });
    expect(find({ ...six(6.32), load: 5 }, 'load_passes')?.measured).toMatchObject({ limit: 4.8, sd: 0.015 });
    expect(codes({ ocv: 12.65, load: 9.6 })).toContain('load_passes');
  });

  it('says how it was held', () => {
    expect(codes({ ocv: 12.65, load: 10.6 })).toEqual(['sound', 'load_passes']);
    expect(codes({ ocv: 12.2, load: 10 })).toContain('load_below_gate');
    expect(codes({ ocv: 12.65, load: 10 })).not.toContain('load_below_gate');
    expect(codes({ ocv: 12.65, load: 10.6, amps: 200 })).toContain('load_scaled');
    expect(codes({ ocv: 12.65, load: 11.4, amps: 142 })).toContain('load_scaled_far');
    expect(codes({ ocv: 12.65, load: 11.4, amps: 142.5 })).toContain('load_scaled');
    expect(codes({ ocv: 12.65, load: 10.6, loadForced: true })).toContain('load_forced');
    expect(find({ ocv: 12.65, load: 12, amps: 40 }, 'load_not_usable')).toMatchObject({ indicative: true });
    expect(codes({ ocv: 12.65, load: 10.9, amps: 180 }, { load: 'capacity' })).toContain('load_limit_lax');
    const onlyAh = { battery: { ratings: [] }, ocv: 12.65, load: 10.9, amps: 180 };
    expect(codes(onlyAh)).not.toContain('load_limit_lax');
    expect(codes(onlyAh)).toContain('rating_from_capacity');
  });

  it('is weak between two lines, against the upper one', () => {
    const two = { load_limit: 'two_lines' };
    expect(find({ ocv: 12.65, load: 9.8 }, 'load_weak', two)?.measured).toMatchObject({
      value: 9.8,
      limit: 10,
      margin: expect.closeTo(-0.2, 9),
      unit: 'V',
    });
    expect(codes({ ocv: 12.65, load: 10 }, two)).not.toContain('load_weak');
    expect(codes({ ocv: 12.65, load: 8.9 }, two)).not.toContain('load_weak');
    expect(codes({ ocv: 12.2, load: 9.8 }, two)).not.toContain('load_weak');
    expect(find({ ...six(6.325), load: 4.9 }, 'load_weak', two)?.measured?.limit).toBe(5);
  });

  it('that collapsed or gassed says so, as far as it counts', () => {
    const collapsed = { ocv: 12.65, load: 4.2, seconds: 2, loadStopped: 'collapse' as const };
    expect(find(collapsed, 'load_collapsed')).toMatchObject({ indicative: false, measured: { value: 4.2 } });
    expect(find({ ...collapsed, ocv: 12.2 }, 'load_collapsed')?.indicative).toBe(true);
    expect(codes({ ...collapsed, load: 10 })).not.toContain('load_collapsed');
    expect(find({ ocv: 12.65, load: 10, loadStopped: 'gassing' }, 'cell_gasses')?.indicative).toBe(false);
    expect(codes({ ocv: 12.65, load: 10 })).not.toContain('cell_gasses');
  });

  it('that does not recover carries the voltage that stayed low', () => {
    expect(find({ ocv: 12.5, load: 9.2, recovery: 12.3 }, 'recovers_low')?.measured).toMatchObject({
      value: 12.3,
      limit: 12.45,
      sd: 0.005,
      margin: expect.closeTo(-0.15, 9),
    });
    expect(codes({ ocv: 12.5, load: 9.2, recovery: 12.45 })).not.toContain('recovers_low');
    expect(codes({ ocv: 12.5, load: 9.9, recovery: 12.3 })).not.toContain('recovers_low');
    expect(find({ ...six(6.25), load: 4.6, recovery: 6.1 }, 'recovers_low')?.measured?.limit).toBe(6.225);
  });
});

describe('other tests of power', () => {
  it('are told with their margins', () => {
    expect(find({ ocv: 12.1, charging: 15.8 }, 'sulphated')?.measured).toMatchObject({
      value: 15.8,
      limit: 15.5,
      margin: -0.3,
      unit: 'V',
    });
    expect(find({ ocv: 12.1, charging: 15.5 }, 'three_minute_passes')?.measured?.margin).toBe(0);
    expect(find({ ocv: 12.1, charging: 15.8, threeMinuteForced: true }, 'sulphated')?.indicative).toBe(true);
    expect(codes({ ocv: 12.1, charging: 15.8, celsius: 5 })).toContain('three_minute_not_usable');
    expect(codes({ ocv: 12.5, charging: 15.8, celsius: 5 })).not.toContain('sulphated');
    expect(find({ ocv: 12.5, conductance: 500, celsius: -5 }, 'conductance_inconclusive')).toMatchObject({
      indicative: true,
    });
    expect(codes({ ocv: 12.5, conductance: 500 })).not.toContain('conductance_inconclusive');
    expect(codes({ ocv: 12.65, load: 10.6, conductance: 320 })).toContain('methods_disagree');
    expect(codes({ ocv: 12.65, load: 10.6, conductance: 520 })).not.toContain('methods_disagree');
    expect(find({ ocv: 12.65, crank: 9.6 }, 'crank_holds')?.measured).toMatchObject({
      margin: 0,
      limit: 9.6,
    });
    expect(find({ ocv: 12.65, crank: 9.8, crankInrush: 8.2 }, 'inrush_deep')?.measured).toMatchObject({
      value: 8.2,
      limit: 8.5,
      unit: 'V',
    });
    expect(codes({ ...six(6.32), crank: 4.9, crankInrush: 4.25 })).not.toContain('inrush_deep');
    expect(find({ ocv: 12.65, stand: 12.5, standForced: true }, 'stand_low')).toMatchObject({
      measured: { value: 12.5, limit: 12.6 },
      indicative: true,
    });
    expect(codes({ ocv: 12.65, chargeRefused: true })).toContain('takes_no_charge');
    expect(codes({ ocv: 12.65 })).not.toContain('takes_no_charge');
  });

  it('sag is told above a twentieth', () => {
    const sagging = (end: number) =>
      codes({
        ocv: 12.65,
        load: 10,
        trace: [
          [1, 10.4, 300],
          [8, 10.3, 300],
          [15, 10.2, end],
        ],
      });
    expect(sagging(284.9)).toContain('bank_sagged');
    expect(sagging(285)).not.toContain('bank_sagged');
  });
});

describe('health', () => {
  it('is worn, ageing or sound, against the limit that matters', () => {
    expect(find({ ocv: 12.65, conductance: 300 }, 'worn')?.measured).toMatchObject({
      value: expect.closeTo(52.63, 2),
      limit: 65,
      unit: '%',
      sd: expect.closeTo(4.74, 2),
    });
    expect(find({ ocv: 12.65, conductance: 400 }, 'ageing')?.measured?.limit).toBe(80);
    expect(find({ ocv: 12.65, conductance: 500 }, 'sound')?.measured?.limit).toBe(80);
    expect(find({ ocv: 12.65, load: 9.3, loadForced: true }, 'worn')?.indicative).toBe(true);
    expect(find({ ocv: 12.65, load: 10, loadForced: true }, 'ageing')?.indicative).toBe(true);
    expect(codes({ battery: { ratings: [{ standard: 'EN', amps: 500 }] } })).toContain('rating_converted');
    expect(codes({})).not.toContain('rating_converted');
  });
});
