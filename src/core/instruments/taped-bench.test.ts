import * as fc from 'fast-check';
import { seededChance } from '../quantity/chance';
import { SimulatedBench } from './simulated-bench';
import { TapedBench, type TapeEntry } from './taped-bench';

const ATTACH =
  'attach bench construction=flooded nominal=12 standard=SAE amps=570 c20=60 health=70 charge=50 celsius=8 faults=soft_short:0.4';

const LINES = [
  'set bank amps=285 seconds=15',
  ...['start bank', 'stop bank', 'start starter', 'stop starter', 'lose meter', 'find meter', 'zero clamp'],
  ...['set charger mode=normal', 'start charger', 'stop charger', 'speed bench x=3600', 'speed bench x=1'],
  ...['hold meter on=yes', 'hold meter on=no', 'reset meter', 'ask tester', 'ask float cell=2', 'ask draw'],
  ...['handle meter at=clamp_drop', 'handle meter range=2', 'handle tester one_jaw=yes', 'nonsense'],
];

const anyTape: fc.Arbitrary<TapeEntry[]> = fc.array(
  fc.oneof(
    fc.constantFrom(...LINES),
    fc.integer({ min: 1, max: 40 }),
    fc.record({ pass: fc.integer({ min: 1, max: 7200 }) }),
  ),
  { maxLength: 25 },
);

const fresh = () => new TapedBench(new SimulatedBench(seededChance(11)));
const nextBeats = (taped: TapedBench) => Array.from({ length: 25 }, () => taped.beat());

describe('a taped bench', () => {
  it('comes to the same moment again, whatever was done, and through a file', () => {
    fc.assert(
      fc.property(anyTape, (done) => {
        const first = fresh();
        first.command(ATTACH);
        first.play(done);
        const kept: TapeEntry[] = JSON.parse(JSON.stringify(first.tape));
        const second = fresh();
        second.play(kept);
        expect(second.bench.passed).toBe(first.bench.passed);
        expect(second.bench.truth).toEqual(first.bench.truth);
        expect(nextBeats(second)).toEqual(nextBeats(first));
      }),
      { numRuns: 60 },
    );
  });

  it('counts beats that follow each other as one entry', () => {
    const taped = fresh();
    taped.command(ATTACH);
    for (let beat = 0; beat < 500; beat++) taped.beat();
    taped.letPass(60);
    taped.beat();
    expect(taped.tape).toEqual([ATTACH, 500, { pass: 60 }, 1]);
  });
});
