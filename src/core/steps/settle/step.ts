import { formatMinutes } from '../../quantity/format';
import { type Problem, problem } from '../../quantity/result';
import { restContradictedBy } from '../clocks';
import { isFrozen, isHot, OPEN, safetyGate } from '../gate';
import type { ReadingOf } from '../reading';
import { always, type Beside, listed, nothing, type Step } from '../step';
import type { SettleMethod } from './method';

/** What it leaves behind is said with the open voltage, which is only as good as the rest before it. */
export const settle: Step<'settle'> = {
  label: 'Settle',
  task: 'Let the voltage settle, or take the surface charge off, before it is read.',
  minutes: 60,
  caution:
    'Let gas clear after charging before anything is clamped or loaded. Charger off before clamps move.',
  // Thawing and cooling are what a frozen and a hot battery are left to do.
  gate: (at) => (isFrozen(at.assessment) || isHot(at.assessment) ? OPEN : safetyGate(at)),
  onSheet: always,
  taken: ({ last }) => listed(last.settle),
  readings: {
    settle: {
      words: ({ method, restMinutes }) => {
        const rest = restMinutes === null ? 'rest not known' : formatMinutes(restMinutes);
        return method === 'rested' ? `${METHOD_WORDS[method]} ${rest}` : METHOD_WORDS[method];
      },
      impossible: restProblems,
    },
  },
  evidence: nothing,
  written: ({ openCircuit }) =>
    openCircuit
      ? [
          {
            kind: 'settle',
            data: {
              method: openCircuit.surfaceRemoved ? 'headlamps' : 'rested',
              restMinutes: openCircuit.restMinutes,
              clockMinutes: 0,
            },
          },
        ]
      : [],
};

/** A rest that the run's own clock contradicts is not believed; whoever stands by it forces the step. */
function restProblems({ data, takenAtMs, forced }: ReadingOf<'settle'>, { current }: Beside): Problem[] {
  if (forced) return [];
  const since = restContradictedBy(data, takenAtMs, current.ownCharge);
  if (since === null) return [];
  const found = formatMinutes(data.restMinutes ?? 0);
  return [problem('rest', found, `at most the ${formatMinutes(since)} since the charge of this run`)];
}

const METHOD_WORDS: Readonly<Record<SettleMethod, string>> = {
  rested: 'had rested',
  rest: 'rests',
  headlamps: 'surface charge removed with headlamps',
  bank: 'surface charge removed with the bank',
  one_percent: '1 % of its capacity taken off',
  thaw: 'thaws indoors',
  cool: 'cools',
  surface_load: 'surface charge removed',
};
