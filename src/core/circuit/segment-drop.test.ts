import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { PIECE_FACTS, type Segment, SIDE_FACTS, SIDES } from '../vehicle/path';
import { alternatorOutput, rpmForOutput } from './alternator-output';
import { type Drop, NOTHING_KNOWN, nothingRead } from './check-evidence';
import { contradictionIn, nextOnSide, pieceAtFault, segmentResults } from './segment-drop';

const results = (drops: readonly Drop[]) =>
  segmentResults({ ...nothingRead({ ...NOTHING_KNOWN, alternatorAmps: 90 }), drops }, STANDARD_RULES);
const drop = (segment: Segment, milliohms: number, current: Drop['current']): Drop => ({
  segment,
  amps: 60,
  volts: (60 * milliohms) / 1000,
  current,
});

describe('the survey of a side', () => {
  it('asks for the whole side first, and for nothing more where it is within its limit', () => {
    expect(nextOnSide('charge_plus', results([]))).toMatchObject({ segment: 'charge_plus' });
    expect(nextOnSide('charge_plus', results([drop('charge_plus', 2, 'charging')]))).toBeNull();
  });

  it('begins where losses usually are, and ends once the piece is found', () => {
    const side = drop('charge_minus', 16, 'charging');
    expect(nextOnSide('charge_minus', results([side]))?.segment).toBe('clamp_minus');
    const found = results([side, drop('clamp_minus', 14, 'charging')]);
    expect(nextOnSide('charge_minus', found)).toBeNull();
    expect(pieceAtFault('charge_minus', found)?.segment).toBe('clamp_minus');
  });

  it('finds whatever piece is bad on whatever side, never asks twice and never for what is not there', () => {
    const anywhere = fc
      .constantFrom(...SIDES)
      .chain((side) => fc.tuple(fc.constant(side), fc.constantFrom(...SIDE_FACTS[side].pieces)));
    fc.assert(
      fc.property(anywhere, evenly(8, 60), ([side, bad], more) => {
        const { current, pieces } = SIDE_FACTS[side];
        const ohms = (piece: (typeof pieces)[number]) =>
          PIECE_FACTS[piece].soundMilliohms + (piece === bad ? more : 0);
        const all = pieces.reduce((sum, piece) => sum + ohms(piece), 0);
        let drops: Drop[] = [drop(side, all, current)];
        for (let probe = 0; probe <= pieces.length; probe++) {
          const next = nextOnSide(side, results(drops));
          if (!next) break;
          const piece = pieces.find((name) => name === next.segment);
          expect(piece).toBeDefined();
          expect(drops.map(({ segment }) => segment)).not.toContain(next.segment);
          drops = [...drops, drop(next.segment, piece ? ohms(piece) : 0, current)];
        }
        expect(pieceAtFault(side, results(drops))?.segment).toBe(bad);
        expect(contradictionIn(side, results(drops))).toBeNull();
      }),
    );
  });

  it('says which reading does not fit its side', () => {
    const side = drop('charge_minus', 4, 'charging');
    expect(contradictionIn('charge_minus', results([side, drop('strap', 12, 'charging')]))).toBe('strap');
    const pieces = SIDE_FACTS.charge_minus.pieces.map((piece) => drop(piece, 0.2, 'charging'));
    expect(contradictionIn('charge_minus', results([side, ...pieces]))).toBe('charge_minus');
    expect(contradictionIn('charge_minus', results([]))).toBeNull();
  });

  it('tells the share of its side, whatever the current was', () => {
    const [, strap] = results([drop('charge_minus', 16, 'charging'), drop('strap', 12, 'charging')]);
    expect(strap?.share).toBeCloseTo(0.75, 9);
    expect(results([drop('strap', 12, 'charging')])[0]?.share).toBeNull();
  });
});

describe('what an alternator gives', () => {
  it('is nothing under its first speed, nine tenths at 2000 rpm, and the speed for a current is that backwards', () => {
    expect(alternatorOutput(90, 350)).toBe(0);
    expect(alternatorOutput(90, 2000)).toBeCloseTo(80.98, 1);
    fc.assert(
      fc.property(evenly(400, 3500), (rpm) => {
        expect(rpmForOutput(90, alternatorOutput(90, rpm))).toBeCloseTo(rpm, 6);
      }),
    );
    expect(rpmForOutput(90, 90)).toBeNull();
  });
});
