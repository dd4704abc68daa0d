import { memo } from 'react';
import { GRADES } from '@/core/assessment/verdict';
import { batteryTypeLabel } from '@/core/battery/construction';
import { type GradeGroup, WORK_WORDS, type WorkList } from '@/core/exchange/lot/lot-summary';
import type { HouseRules } from '@/core/rules/house-rules';
import { GradeStrip } from '@/ui/charts/grade-strip';

interface WorkProps {
  readonly lists: readonly WorkList[];
  readonly chosen: WorkList['work'] | null;
  readonly onChoose: (list: WorkList | null) => void;
}

/** What the rack waits for, each list a key that shows only its rows. */
export const WorkLists = memo(function WorkLists({ lists, chosen, onChoose }: WorkProps) {
  return (
    <section aria-label="Work lists" className="sheet p-3">
      <h2 className="heading mb-2">What is to do</h2>
      {lists.length === 0 ? (
        <p className="text-soft">Nothing is typed yet.</p>
      ) : (
        <ul className="grid gap-1">
          {lists.map((list) => {
            const here = chosen === list.work;
            return (
              <li key={list.work}>
                <button
                  type="button"
                  aria-pressed={here}
                  className={`flex min-h-11 w-full items-baseline gap-3 rounded-md px-3 text-left hover:bg-harbour-wash ${here ? 'bg-harbour-wash font-semibold' : ''}`}
                  onClick={() => onChoose(here ? null : list)}
                >
                  <span className="figures w-10 text-right text-xl font-semibold">{list.rows.length}</span>
                  <span>{WORK_WORDS[list.work]}</span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
});

/** The rack sorted into grades, by construction and rating, each with how its health is spread. */
export const Sorting = memo(function Sorting({
  groups,
  rules,
}: {
  readonly groups: readonly GradeGroup[];
  readonly rules: HouseRules;
}) {
  const { gradeAPct, gradeBPct, gradeCPct } = rules.health;
  if (groups.length === 0) return null;
  return (
    <section aria-label="Sorting" className="sheet p-3">
      <h2 className="heading mb-2">Sorting</h2>
      <ul className="grid gap-4">
        {groups.map((group) => (
          <li key={`${group.construction} ${group.amps?.[0]}`}>
            <p className="flex items-baseline justify-between gap-3">
              <span className="font-semibold">{groupTitle(group)}</span>
              <span className="figures text-soft">{group.total}</span>
            </p>
            <GradeStrip health={group.health} limits={[gradeAPct, gradeBPct, gradeCPct]} />
            <p className="figures flex flex-wrap gap-x-4 text-sm">
              {[...GRADES, '' as const].map(
                (grade) =>
                  group.rows[grade].length > 0 && (
                    <span key={grade}>
                      {grade === '' ? 'no grade yet' : grade} <strong>{group.rows[grade].length}</strong>
                    </span>
                  ),
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
});

/** A group in words: its construction and the ratings that it reaches from and to. */
export function groupTitle({ construction, amps }: GradeGroup): string {
  const type = batteryTypeLabel(construction);
  return amps ? `${type}, ${amps[0]} to ${amps[1]} A SAE` : `${type}, rating not known`;
}
