import type { RulesVersion } from '@/core/exchange/rules-views';
import { answeredDifferently } from '@/core/rules/compare-rules';
import type { HouseRules } from '@/core/rules/house-rules';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';
import { save } from './rules-file';

interface Props {
  readonly versions: readonly RulesVersion[];
  readonly onTake: (rules: HouseRules) => void;
}

/** Every version that was ever in force, who made it and why. */
export function VersionList({ versions, onTake }: Props) {
  const nameOf = useTechnicianName();
  return (
    <section aria-label="Versions" className="grid gap-2">
      <h2 className="text-xl font-semibold">Versions</h2>
      <ol className="sheet divide-y">
        {versions.map(({ rules, reason, authorId, madeAtMs }, index) => {
          const before = versions[index + 1]?.rules;
          const changed = before ? answeredDifferently(before, rules) : [];
          return (
            <li
              key={`${rules.id} ${rules.version}`}
              className="grid items-center gap-x-6 gap-y-1 px-4 py-2.5 md:grid-cols-[15rem_minmax(0,1fr)_auto]"
            >
              <span>
                <span className="font-semibold">
                  {rules.name}, version {rules.version}
                </span>
                <span className="block text-sm text-soft">
                  {madeAtMs === null ? (
                    'from the start'
                  ) : (
                    <>
                      <Moment atMs={madeAtMs} />, {nameOf(authorId)}
                    </>
                  )}
                </span>
              </span>
              <span className="min-w-0 break-words">
                {reason}
                {changed.length > 0 && (
                  <span className="block text-sm text-soft">
                    {changed
                      .map(
                        ({ question, one, other }) =>
                          `${question.asks} ${one?.label ?? 'own figures'} → ${other?.label ?? 'own figures'}`,
                      )
                      .join(' · ')}
                  </span>
                )}
              </span>
              <span className="flex gap-2">
                {index > 0 && <Button onClick={() => onTake(rules)}>Begin from it</Button>}
                <Button tone="quiet" onClick={() => save(rules)}>
                  Export
                </Button>
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
