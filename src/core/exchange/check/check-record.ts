import type { TSchema } from '@sinclair/typebox';
import { VERDICTS } from '../../assessment/verdict';
import { CONSTRUCTIONS } from '../../battery/construction';
import type { Action } from '../../circuit/actions';
import type { CheckBasis, CheckEvidence } from '../../circuit/check-evidence';
import type { CheckFinding } from '../../circuit/check-finding';
import type { CheckState } from '../../circuit/check-of-readings';
import { type CautionsOfCheck, closesCaution } from '../../circuit/open-cautions';
import { Type } from '../../quantity/type';
import { CAUSES, type Cause } from '../../vehicle/cause';
import { ENGINES } from '../../vehicle/engine';
import { REGULATORS, type Regulator, SYSTEM_VOLTS } from '../../vehicle/vehicle';
import { checkShape } from '../check-shape';

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
  readonly cautions: CautionsOfCheck['raised'];
  /** The causes for which it closes what earlier checks have left open. */
  readonly closes: readonly Cause[];
}

/** What a check comes to now, as it is kept when it is finished. */
export function checkRecord(
  named: Pick<CheckRecord, 'id' | 'runId' | 'madeAtMs'>,
  { assessment, evidence }: CheckState,
): CheckRecord {
  const { causes, findings, actions, core, rules } = assessment;
  const [first] = causes;
  return {
    ...named,
    core,
    rulesId: rules.id,
    rulesVersion: rules.version,
    cause: first?.cause ?? 'nothing_found',
    probability: first?.probability ?? 0,
    judgement: {
      evidence,
      findings,
      actions,
      chances: Object.fromEntries(causes.map(({ cause, probability }) => [cause, probability])),
      closes: causes.filter(closesCaution).map(({ cause }) => cause),
      cautions: actions.flatMap(({ cause, caution }) => (caution === null ? [] : [{ cause, text: caution }])),
    },
  };
}

const orNull = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);
const oneOf = <T extends string | number>(names: readonly T[]) => Type.Unsafe<T>({ enum: [...names] });

/** The part of kept evidence that a check was judged on beside its readings. */
const KeptBasis = Type.Object({
  evidence: Type.Object({
    vehicle: Type.Object({
      engine: orNull(oneOf(ENGINES)),
      systemVolts: oneOf(SYSTEM_VOLTS),
      alternatorAmps: orNull(Type.Number()),
      regulator: orNull(oneOf(Object.keys(REGULATORS) as Regulator[])),
      ownVolts: orNull(
        Type.Unsafe<readonly [from: number, to: number]>(
          Type.Array(Type.Number(), { minItems: 2, maxItems: 2 }),
        ),
      ),
      construction: orNull(oneOf(CONSTRUCTIONS)),
      rcMinutes: orNull(Type.Number()),
    }),
    batteryVerdict: orNull(oneOf(VERDICTS)),
  }),
});

/** What a finished check was judged on beside its readings; null where it cannot be read. */
export function keptBasis(judgement: unknown): CheckBasis | null {
  const checked = checkShape(KeptBasis, judgement);
  if (!checked.ok) return null;
  const { vehicle, batteryVerdict } = checked.value.evidence;
  return { vehicle, batteryVerdict };
}

const KeptCautions = Type.Object({
  cautions: Type.Array(Type.Object({ cause: oneOf(CAUSES), text: Type.String() })),
  closes: Type.Optional(Type.Array(oneOf(CAUSES))),
});

/** What a finished check says about cautions; null where it cannot be read. */
export function keptCautions(judgement: unknown): Pick<CautionsOfCheck, 'raised' | 'closes'> | null {
  const checked = checkShape(KeptCautions, judgement);
  return checked.ok ? { raised: checked.value.cautions, closes: checked.value.closes ?? [] } : null;
}
