import fc from 'fast-check';
import { seededChance } from '../../quantity/chance';
import { evenly } from '../../quantity/evenly.test-support';
import { CAUSES } from '../../vehicle/cause';
import { PIECE_FACTS, PIECES, type Piece } from '../../vehicle/path';
import { cranking } from './cranking';
import { drawVehicle, vehicleWith } from './draw-vehicle';
import { VehicleHand } from './measure-vehicle';
import { outputAmps, running } from './running';
import type { VehicleTruth } from './vehicle-truth';

const MILLIOHMS = Object.fromEntries(
  PIECES.map((piece) => [piece, PIECE_FACTS[piece].soundMilliohms]),
) as Record<Piece, number>;
const SOUND: VehicleTruth = {
  engine: 'petrol_four',
  systemVolts: 12,
  regulator: 'internal',
  temperatureC: 20,
  milliohms: MILLIOHMS,
  battery: { construction: 'flooded', saeAmps: 570, c20Ah: 60, chargePct: 92, health: 1, shortedCell: false },
  starter: { usualAmps: 120, starterDrag: 1, engineDrag: 1 },
  alternator: {
    ratedAmps: 90,
    share: 1,
    diode: 'sound',
    belt: 'sound',
    feed: 'sound',
    fuse: 'sound',
    state: 'sound',
    setVolts: 14.4,
    loadedVolts: null,
    senses: 'stud',
  },
  loads: { keyOnAmps: 8, runningAmps: 14, allAmps: 50, drawAmps: 0.02 },
};
const with_ = (changes: Partial<VehicleTruth>): VehicleTruth => ({ ...SOUND, ...changes });
const alternator = (changes: Partial<VehicleTruth['alternator']>) =>
  with_({ alternator: { ...SOUND.alternator, ...changes } });
const battery = (changes: Partial<VehicleTruth['battery']>) =>
  with_({ battery: { ...SOUND.battery, ...changes } });
const piece = (name: Piece, milliohms: number) => with_({ milliohms: { ...MILLIOHMS, [name]: milliohms } });

describe('a simulated vehicle that is cranked', () => {
  it('takes what a sound warm engine of four cylinders takes, and six hundred amperes at first', () => {
    const { amps, volts, inrushAmps, inrushVolts, startSeconds } = cranking(SOUND);
    expect(amps).toBeGreaterThan(110);
    expect(amps).toBeLessThan(135);
    expect(volts).toBeGreaterThan(11);
    expect(inrushAmps).toBeGreaterThan(450);
    expect(inrushAmps).toBeLessThan(650);
    expect(inrushVolts).toBeGreaterThan(8.5);
    expect(startSeconds).toBeLessThan(1.5);
  });

  it('takes more of the starter in the cold, and is slower', () => {
    const cold = cranking(with_({ temperatureC: -18 }));
    expect(cold.amps).toBeGreaterThan(1.5 * cranking(SOUND).amps);
    expect(cold.speed).toBeLessThan(cranking(SOUND).speed);
    expect(cold.volts).toBeLessThan(cranking(SOUND).volts);
  });

  it('reads low current, high voltage and slow through a bad connection', () => {
    const [bad, sound] = [cranking(piece('clamp_plus', 40)), cranking(SOUND)];
    expect(bad.amps).toBeLessThan(sound.amps);
    expect(bad.volts).toBeGreaterThan(sound.volts);
    expect(bad.speed).toBeLessThan(0.8 * sound.speed);
  });

  it('reads high current and slow with an engine that is hard to turn, low voltage with a worn battery', () => {
    const hard = cranking(with_({ starter: { ...SOUND.starter, engineDrag: 2.2 } }));
    expect(hard.amps).toBeGreaterThan(1.6 * cranking(SOUND).amps);
    expect(hard.speed).toBeLessThan(cranking(SOUND).speed);
    expect(cranking(battery({ health: 0.4 })).volts).toBeLessThan(cranking(SOUND).volts - 0.5);
  });

  it('turns far slower with a cell gone and little charge left, and with next to nothing not at all', () => {
    const weak = cranking(battery({ shortedCell: true, chargePct: 15, health: 0.4 }));
    expect(weak.speed).toBeLessThan(0.6 * cranking(SOUND).speed);
    expect(weak.startSeconds ?? 99).toBeGreaterThan(1.3 * (cranking(SOUND).startSeconds ?? 0));
    const dead = cranking(battery({ shortedCell: true, chargePct: 0, health: 0.12 }));
    expect(dead.startSeconds).toBeNull();
  });

  it('gives no more current however its path is spoilt, and no less voltage at the posts', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PIECES), evenly(0, 80), (name, more) => {
        const spoilt = cranking(piece(name, MILLIOHMS[name] + more));
        expect(spoilt.amps).toBeLessThanOrEqual(cranking(SOUND).amps + 1e-6);
        expect(spoilt.volts).toBeGreaterThanOrEqual(cranking(SOUND).volts - 1e-6);
      }),
    );
  });
});

describe('a simulated vehicle that runs', () => {
  it('is held at its set point, a little under it at the posts', () => {
    const { postVolts, studVolts, netAmps } = running(SOUND, 'fast', 'none');
    expect(studVolts).toBeCloseTo(14.45, 1);
    expect(postVolts).toBeGreaterThan(14.2);
    expect(netAmps).toBeGreaterThan(0);
  });

  it('shows a bad ground at the posts and not at the stud', () => {
    const bad = running(piece('strap', 15), 'fast', 'all');
    expect(bad.studVolts).toBeCloseTo(running(SOUND, 'fast', 'all').studVolts, 1);
    expect(bad.postVolts).toBeLessThan(running(SOUND, 'fast', 'all').postVolts - 0.5);
  });

  it('drains its battery where the alternator gives less than the loads take', () => {
    expect(running(alternator({ share: 0.3 }), 'fast', 'all').netAmps).toBeLessThan(0);
    expect(running(alternator({ belt: 'torn' }), 'idle', 'none').alternatorAmps).toBe(0);
    expect(running(alternator({ feed: 'missing' }), 'fast', 'none').netAmps).toBeLessThan(0);
  });

  it('takes without end with a cell gone, and works the alternator hard', () => {
    expect(running(battery({ shortedCell: true }), 'fast', 'none').netAmps).toBeGreaterThan(25);
  });

  it('ripples where a diode is open, and gives two thirds', () => {
    const open = alternator({ diode: 'open' });
    expect(running(open, 'fast', 'all').rippleVolts).toBeGreaterThan(0.5);
    expect(running(SOUND, 'fast', 'all').rippleVolts).toBeLessThan(0.1);
    expect(outputAmps(open)).toBeCloseTo(0.65 * outputAmps(SOUND), 6);
  });

  it('of managed charging rises once loads are on', () => {
    const managed = alternator({ setVolts: 12.8, loadedVolts: 14.1 });
    expect(running(managed, 'fast', 'none').studVolts).toBeLessThan(13);
    expect(running(managed, 'fast', 'all').studVolts).toBeGreaterThan(13.8);
  });
});

describe('vehicles by chance', () => {
  it('are the same from the same seed, and have every cause among them', () => {
    const drawn = (seed: number) => {
      const chance = seededChance(seed);
      return Array.from({ length: 600 }, () => drawVehicle(chance, { spread: 1 }));
    };
    expect(drawn(3)).toEqual(drawn(3));
    const causes = new Set(drawn(3).flatMap((one) => [...one.causes]));
    expect([...causes].sort()).toEqual([...CAUSES].sort());
  });

  it('are read in their own volts: a system of 24 shows twice as much, a drop as its current makes it', () => {
    const given = { engine: 'diesel_heavy', regulator: 'internal', ratedAmps: 100 } as const;
    const at = (systemVolts: 12 | 24) =>
      new VehicleHand(vehicleWith({ ...given, systemVolts }, [], seededChance(9)), seededChance(5))
        .read('rest_v')
        .read('drop_v', 'start_minus').evidence;
    expect((at(24).measured.rest_v ?? 0) / (at(12).measured.rest_v ?? 1)).toBeCloseTo(2, 1);
    const [drop] = at(12).drops;
    expect(drop?.current).toBe('starting');
    expect(drop?.amps).toBeGreaterThan(300);
  });
});
