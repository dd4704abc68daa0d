import { FINDING_CODES } from '../../assessment/finding';
import { STEP_IDS } from '../../assessment/step-id';
import { VERDICTS } from '../../assessment/verdict';
import { Type } from '../../quantity/type';
import { holding, oneOf } from '../shape';

/** What is said of a run as a whole, in no step of its own. */
export const RUN_READINGS = {
  /** A step passed over, and why. */
  skip: holding({
    step: oneOf(STEP_IDS, 'step'),
    reason: Type.String({ minLength: 1, maxLength: 200, description: 'reason' }),
  }),
  /** Another verdict than the computed one, set by the technician; both stay in the record. */
  override: holding({
    verdict: oneOf(VERDICTS, 'verdict'),
    why: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S', description: 'why' }),
    /** The computed verdict that it was set over; not known of those that were kept before it was asked. */
    over: Type.Optional(oneOf(VERDICTS, 'over')),
    /** Over a quarantine: the finding that was looked at before it was set. */
    despite: Type.Optional(oneOf(FINDING_CODES, 'despite')),
    /** Who else looked at it, where a battery is taken out of quarantine. */
    confirmedById: Type.Optional(Type.String({ format: 'uuid', description: 'second person' })),
  }),
  /** A finished run was opened again. */
  reopened: holding({
    reason: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S', description: 'reason' }),
  }),
  /** Takes back the reading that it supersedes and puts nothing in its place. */
  withdrawal: holding({}),
} as const;
