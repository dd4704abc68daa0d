import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { LotRecord } from '@/core/exchange/arrival-views';
import { LotJudge, type LotJudgement } from '@/core/exchange/lot/judge-lot';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import type { useLot } from './use-lot';

interface Props {
  readonly lot: LotRecord;
  readonly rules: HouseRules;
  readonly newer: HouseRules;
  readonly judged: ReturnType<typeof useLot>['judged'];
}

/** House rules came in force since the rack was begun: it goes on being judged by its own until somebody says otherwise. */
export function NewerRules({ lot, rules, newer, judged: { shown, known, each } }: Props) {
  const router = useRouter();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const differing = useMemo(() => {
    const other = new LotJudge(newer).judge(shown, known);
    return each.filter((one, at) => verdictOf(one) !== verdictOf(other[at])).length;
  }, [newer, shown, known, each]);
  const judge = async () => {
    const reply = await send(`/api/lots/${lot.id}/rules`, { id: lot.id }, { method: 'PUT' });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 rounded-md border bg-sheet px-4 py-2">
      <p className="mr-auto">
        This rack is judged by version {rules.version} of the house rules. Version {newer.version} is in force
        now; by it{' '}
        {differing === 0
          ? 'no battery comes'
          : differing === 1
            ? '1 battery comes'
            : `${differing} batteries come`}{' '}
        to something else.
      </p>
      <Button onClick={judge}>Judge by version {newer.version}</Button>
      <Problems problems={problems} />
    </div>
  );
}

const verdictOf = (judgement: LotJudgement | undefined) =>
  judgement?.kind === 'good'
    ? `${judgement.row.assessment.verdict} ${judgement.row.assessment.grade}`
    : judgement?.kind;
