import { isRatingStandard } from '../../battery/rating-standard';
import { aloneGate, chargedGate, firstBarred, handlingGate, surfaceGate, warmGate } from '../gate';
import { always, listed, type Step } from '../step';

export const conductance: Step<'conductance'> = {
  label: 'Conductance',
  task: 'Tester on clean lead with both jaws, loads and charger off. Read its figure and its unit.',
  minutes: 2,
  caution: 'Charger and every load off. No rings. Keep the clamps away from control units.',
  gate: (at) =>
    firstBarred(
      handlingGate(at),
      aloneGate(at),
      chargedGate(at, at.rules.conductance.leastChargePct),
      surfaceGate(at),
      warmGate(at, at.rules.conductance.lowestC),
    ),
  onSheet: always,
  taken: ({ last }) => listed(last.conductance),
  readings: {
    conductance: {
      words: ({ value, unit }) =>
        isRatingStandard(unit) ? `${value} A ${unit}` : `${value} ${unit === 'S' ? 'S' : 'mΩ'}`,
    },
  },
  evidence: ({ last: { conductance: read }, all }) => ({
    conductance: read ? { ...read.data, forced: read.forced } : null,
    conductancesMade: all.conductance.length,
  }),
  written: ({ conductance: read }) => {
    if (!read) return [];
    const { forced, ...data } = read;
    return [{ kind: 'conductance', data, forced }];
  },
};
