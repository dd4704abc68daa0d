import { trueChargePct } from '../physics/battery-state';
import { seededChance } from '../quantity/chance';
import { numberField, readLine } from './line';
import { SimulatedBench } from './simulated-bench';

describe('a discharger', () => {
  const attached = () => {
    const bench = new SimulatedBench(seededChance(5));
    bench.command(
      'attach bench construction=flooded nominal=12 standard=SAE amps=570 c20=60 health=100 charge=100',
    );
    return bench;
  };

  it('draws what it is set to, shows the voltage under it, and ends by itself at 1.75 V a cell', () => {
    const bench = attached();
    bench.command('set discharger amps=25');
    bench.command('start discharger');
    bench.command('speed bench x=3600');
    const told: string[] = [];
    for (let beat = 0; beat < 60; beat++) told.push(...bench.beat());
    const readings = told.filter((line) => line.startsWith('reading discharger'));
    const ended = readLine(readings.at(-1) ?? '');
    if (!ended.ok) throw new Error('it speaks');
    expect(numberField(ended.value, 'volts')).toBeCloseTo(10.5, 1);
    // 96 min when new, by Peukert; a battery is never handed over quite new.
    expect(numberField(ended.value, 'minutes')).toBeGreaterThan(80);
    expect(numberField(ended.value, 'minutes')).toBeLessThan(100);
    expect(numberField(ended.value, 'early')).toBeGreaterThan(12);
    expect(told.filter((line) => line.startsWith('state discharger state=done'))).toHaveLength(1);
    const { truth } = bench;
    expect(truth && trueChargePct(truth.model, truth.state)).toBeLessThan(45);
  });

  it('is not begun while a charger is on, nor a charger while it is, and stops when it is told to', () => {
    const bench = attached();
    bench.command('start charger');
    expect(bench.command('start discharger')).toEqual([]);
    bench.command('stop charger');
    expect(bench.command('start discharger')).toEqual(['state discharger state=on amps=25']);
    expect(bench.command('start charger')).toEqual([]);
    expect(bench.command('stop discharger')).toEqual(['state discharger state=stopped amps=25']);
    expect(bench.command('start charger')[0]).toMatch(/^state charger/);
    expect(bench.command('stop discharger')).toEqual(['state discharger state=off amps=25']);
  });
});
