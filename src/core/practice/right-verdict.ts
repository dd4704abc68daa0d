import type { Verdict } from '../assessment/verdict';
import { specOf } from '../battery/battery';
import type { Fault } from '../physics/faults';
import { fitnessPct } from '../physics/fitness';
import { modelOf } from '../physics/physical-battery';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { PracticeCase } from './practice-case';

/** The unit of a case as a model; its label always gives a rating or a capacity. */
export function modelOfCase({ label, truth }: PracticeCase) {
  const spec = specOf(label);
  const { healthPct, capacityPct, faults } = truth;
  const model =
    spec &&
    modelOf({
      spec,
      health: healthPct / 100,
      capacity: capacityPct / 100,
      faults: faults as readonly Fault[],
    });
  if (!spec || !model) throw new Error('a case is made on a lead-acid battery with a rating or a capacity');
  return { spec, model };
}

/** Where the standard house draws its lines. */
const { servePct: SERVES_PCT, retirePct: RETIRES_PCT } = STANDARD_RULES.health;
/** Nobody is blamed for a verdict that the truth lies this near to. */
const NEAR_PCT = 4;

/** The verdicts that do justice to a case, the best first. */
export function rightVerdicts(practiceCase: PracticeCase): Verdict[] {
  const { seen, truth } = practiceCase;
  if (seen.case !== 'ok' || seen.smell !== 'none') return ['quarantine'];
  if (seen.terminals === 'damaged') return ['retire'];
  const { spec, model } = modelOfCase(practiceCase);
  const fitPct = fitnessPct(spec, model);
  const hopeless = truth.faults.some(({ kind }) => kind === 'shorted_cell' || kind === 'open_joint');
  if (hopeless || fitPct < RETIRES_PCT - NEAR_PCT) return ['retire'];
  const low = truth.faults.some(({ kind }) => kind === 'soft_short' || kind === 'shedding');
  const verdicts: Verdict[] = [];
  if (fitPct >= SERVES_PCT - NEAR_PCT && !low) verdicts.push('serve');
  if (fitPct < SERVES_PCT + NEAR_PCT || low) verdicts.push('watch');
  if (fitPct < RETIRES_PCT + NEAR_PCT || low) verdicts.push('retire');
  return verdicts;
}
