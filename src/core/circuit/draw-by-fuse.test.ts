import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { NOTHING_KNOWN } from './check-evidence';
import { circuitsOfDraw } from './draw-by-fuse';
import { type GatheredReading, gatherCheck } from './gather-check';
import { judgeCheck } from './judge-check';

const draw = (amps: number, fuse: string | null = null): GatheredReading => ({
  of: 'draw_a',
  value: amps,
  state: null,
  segment: null,
  amps: null,
  engine: 'off',
  loads: 'none',
  minutes: null,
  temperatureC: null,
  fuse,
});
const walked = (...readings: readonly GatheredReading[]) => gatherCheck(NOTHING_KNOWN, readings);
const circuits = (...readings: readonly GatheredReading[]) =>
  circuitsOfDraw(walked(...readings), STANDARD_RULES);

it('names the circuit whose fuse takes the draw within its limit', () => {
  const found = circuits(draw(0.45), draw(0.45, 'F3'), draw(0.03, 'F12'), draw(0.43, 'F7'));
  expect(found).toHaveLength(1);
  expect(found[0]).toMatchObject({ fuse: 'F12', leftAmps: 0.03, explains: true });
  expect(found[0]?.dropAmps).toBeCloseTo(0.42, 9);
});

it('says that one of two circuits alone does not explain it', () => {
  const found = circuits(draw(0.9), draw(0.5, 'radio'), draw(0.4, 'heater'));
  expect(found.map(({ fuse, explains }) => [fuse, explains])).toEqual([
    ['heater', false],
    ['radio', false],
  ]);
});

it('takes the last reading of a fuse, and leaves the whole draw as it was read', () => {
  const evidence = walked(draw(0.45), draw(0.4, 'F12'), draw(0.02, 'F12'));
  expect(evidence.measured.draw_a).toBe(0.45);
  expect(evidence.fuses).toEqual([{ fuse: 'F12', amps: 0.02 }]);
});

it('says nothing before the whole draw was read, and explains none that is within its limit', () => {
  expect(circuits(draw(0.03, 'F12'))).toEqual([]);
  expect(circuits(draw(0.045), draw(0.01, 'F12'))[0]).toMatchObject({ explains: false });
});

it('tells in the action where to look', () => {
  const { actions } = judgeCheck(walked(draw(0.9), draw(0.03, 'F12')), STANDARD_RULES);
  expect(actions.find(({ cause }) => cause === 'parasitic_draw')?.text).toContain('fuse F12');
  const open = judgeCheck(walked(draw(0.9)), STANDARD_RULES).actions;
  expect(open.find(({ cause }) => cause === 'parasitic_draw')?.text).toContain('one fuse after another');
});

it('lists what lowers the draw, the largest first, and never more than the draw itself', () => {
  const amps = evenly(0, 20);
  fc.assert(
    fc.property(amps, fc.array(amps, { maxLength: 8 }), (whole, left) => {
      const found = circuits(draw(whole), ...left.map((some, at) => draw(some, `F${at}`)));
      for (const { dropAmps, leftAmps } of found) {
        expect(dropAmps).toBeLessThanOrEqual(whole);
        expect(dropAmps + leftAmps).toBeCloseTo(whole, 6);
      }
      const falls = found.map(({ dropAmps }) => dropAmps);
      expect(falls).toEqual([...falls].sort((one, other) => other - one));
    }),
  );
});
