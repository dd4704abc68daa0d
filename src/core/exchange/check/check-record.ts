import type { Action } from '../../circuit/actions';
import type { CheckEvidence } from '../../circuit/check-evidence';
import type { CheckFinding } from '../../circuit/check-finding';
import type { CheckState } from '../../circuit/check-of-readings';
import { CAUSES, type Cause } from '../../vehicle/cause';

/** What a check was finished with, as it is kept: what lists need, and the judgement whole. */
export interface CheckRecord {
  readonly id: string;
  readonly runId: string;
  readonly madeAtMs: number;
  readonly core: string;
  readonly rulesId: string;
  readonly rulesVersion: number;
  /** The likeliest cause and its chance. */
  readonly cause: Cause;
  readonly probability: number;
  readonly judgement: KeptCheckJudgement;
}

export interface KeptCheckJudgement {
  readonly evidence: CheckEvidence;
  readonly chances: Readonly<Partial<Record<Cause, number>>>;
  readonly findings: readonly CheckFinding[];
  readonly actions: readonly Action[];
  /** What stands on the vehicle’s page until a later check has closed it. */
  readonly cautions: readonly { readonly cause: Cause; readonly text: string }[];
}

/** What a check comes to now, as it is kept when it is finished. */
export function checkRecord(
  named: Pick<CheckRecord, 'id' | 'runId' | 'madeAtMs'>,
  { assessment, evidence }: CheckState,
): CheckRecord {
  const { causes, findings, actions, core, rules } = assessment;
  const [first] = causes;
  return {
    ...{ ...named, core, rulesId: rules.id, rulesVersion: rules.version },
    ...{ cause: first?.cause ?? 'nothing_found', probability: first?.probability ?? 0 },
    judgement: {
      ...{ evidence, findings, actions },
      chances: Object.fromEntries(causes.map(({ cause, probability }) => [cause, probability])),
      cautions: actions.flatMap(({ cause, caution }) => (caution === null ? [] : [{ cause, text: caution }])),
    },
  };
}

/** A kept judgement, as far as it can be read; null where it cannot. */
export function keptJudgement(stored: unknown): Pick<KeptCheckJudgement, 'chances' | 'cautions'> | null {
  if (typeof stored !== 'object' || stored === null || !('chances' in stored) || !('cautions' in stored))
    return null;
  const { chances, cautions } = stored;
  if (typeof chances !== 'object' || chances === null || !Array.isArray(cautions)) return null;
  return {
    chances: Object.fromEntries(
      CAUSES.flatMap((cause) => {
        const chance: unknown = Reflect.get(chances, cause);
        return typeof chance === 'number' ? [[cause, chance]] : [];
      }),
    ),
    cautions: cautions.flatMap((one: unknown) => {
      if (typeof one !== 'object' || one === null || !('cause' in one) || !('text' in one)) return [];
      const cause = CAUSES.find((name) => name === one.cause);
      return cause && typeof one.text === 'string' ? [{ cause, text: one.text }] : [];
    }),
  };
}
