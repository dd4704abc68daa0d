'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { RulesProposal } from '@/core/exchange/rules-views';
import type { Problem } from '@/core/quantity/result';
import { answeredDifferently } from '@/core/rules/compare-rules';
import type { HouseRules } from '@/core/rules/house-rules';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useBarred, useSite, useTechnicianName } from '@/ui/site';

/** What technicians propose: to be looked at, compared on the history like any draft, put in force or turned down. */
export function Proposals({
  current,
  proposals,
  onTake,
}: {
  readonly current: HouseRules;
  readonly proposals: readonly RulesProposal[];
  readonly onTake: (proposal: RulesProposal) => void;
}) {
  const router = useRouter();
  const nameOf = useTechnicianName();
  const { technicianId } = useSite();
  const decides = useBarred('set_rules') === null;
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const end = async (id: string) => {
    setProblems(problemsOf(await send('/api/rules/proposals', { id }, { method: 'DELETE' })));
    router.refresh();
  };
  if (proposals.length === 0) return <Problems problems={problems} />;
  return (
    <section aria-label="Proposed" className="grid gap-2">
      <h2 className="heading">Proposed</h2>
      <Problems problems={problems} />
      <ul className="sheet divide-y">
        {proposals.map((proposal) => {
          const { id, reason, authorId, madeAtMs, rules } = proposal;
          return (
            <li key={id} className="flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-3">
              <div className="min-w-60 grow basis-0">
                <p className="font-semibold break-words">“{reason}”</p>
                <p className="text-sm text-soft">
                  {nameOf(authorId)}, <Moment atMs={madeAtMs} as="day" />
                </p>
                <p className="text-sm">
                  {answeredDifferently(current, rules)
                    .map(
                      ({ question, one, other }) =>
                        `${question.asks} ${one?.label ?? 'own figures'} → ${other?.label ?? 'own figures'}`,
                    )
                    .join(' · ') || 'the same as is in force now'}
                </p>
              </div>
              <div className="flex flex-wrap gap-2">
                <Button onClick={() => onTake(proposal)}>Look at it</Button>
                {(decides || authorId === technicianId) && (
                  <Button tone="quiet" onClick={() => void end(id)}>
                    {decides && authorId !== technicianId ? 'Turn it down' : 'Take it back'}
                  </Button>
                )}
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
