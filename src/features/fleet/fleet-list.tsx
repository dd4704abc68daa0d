import { clsx } from 'clsx';
import { VERDICT_LABELS, VERDICTS } from '@/core/assessment/verdict';
import { batteryTypeLabel, CONSTRUCTIONS } from '@/core/battery/construction';
import type { FleetQuery, ListQuestion } from '@/core/exchange/fleet-query';
import type { FleetGroupRow, FleetList as List } from '@/core/exchange/fleet-views';
import { formatQuantity } from '@/core/quantity/format';
import { formatMoney } from '@/core/quantity/money';
import { Link } from '@/ui/link';
import { FleetBar } from './fleet-bar';
import type { Shown } from './fleet-cells';
import { FleetRows } from './fleet-rows';
import { addressFor } from './questions';
import { UnderWay } from './under-way';

/** The fleet as it is asked for. */
export function FleetList({
  list: { page, asked, groups, underWay, views },
  question,
  shown,
}: {
  readonly list: List;
  readonly question: ListQuestion;
  readonly shown: Shown;
}) {
  return (
    <>
      <FleetBar asked={asked} question={question} views={views} />
      <UnderWay count={underWay} />
      {groups.length > 0 && (
        <Groups groups={groups} asked={asked} question={question} currency={shown.currency} />
      )}
      {page.rows.length === 0 ? (
        <NoUnits asked={asked} question={question} underWay={underWay} />
      ) : (
        <FleetRows first={page} asked={asked} question={question} shown={shown} />
      )}
    </>
  );
}

/** Why no unit is listed; while they are being worked out that has been said already. */
function NoUnits({
  asked,
  question,
  underWay,
}: {
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
  readonly underWay: number;
}) {
  if (isNarrowed(asked)) {
    const all = { ...asked, words: '', verdict: null, type: null, place: 'all' as const };
    return (
      <p className="text-soft">
        No unit is as it is asked for here.{' '}
        <Link href={addressFor(question, all)} className="underline underline-offset-4">
          Show all
        </Link>
      </p>
    );
  }
  if (underWay > 0) return null;
  return (
    <p className="text-soft">
      Nothing to show yet: what is expected of a battery is worked out once it is registered, and is surer
      with every test.
    </p>
  );
}

const isNarrowed = ({ words, verdict, type, place }: FleetQuery) =>
  words !== '' || verdict !== null || type !== null || place !== 'all';

/** The groups beside each other; each leads to its units. */
function Groups({
  groups,
  asked,
  question,
  currency,
}: {
  readonly groups: readonly FleetGroupRow[];
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
  readonly currency: string;
}) {
  return (
    <ul aria-label="Groups" className="grid grid-cols-[repeat(auto-fit,minmax(12rem,1fr))] gap-2">
      {groups.map((group) => {
        const { label, change, isOn } = narrowedTo(group, asked);
        return (
          <li key={group.key ?? ''}>
            <Link
              href={addressFor(question, { ...asked, ...change })}
              aria-current={isOn ? 'true' : undefined}
              className={clsx(
                'grid min-h-20 content-center rounded-md border bg-sheet px-4 py-2 hover:bg-harbour-wash',
                isOn ? 'border-2 border-harbour' : 'border-line-strong',
              )}
            >
              <span className="flex items-baseline justify-between gap-2 font-semibold">
                {label}
                <span className="figures text-2xl">{group.count}</span>
              </span>
              <span className="text-sm text-soft">
                <span className="figures">{formatQuantity(group.healthPct, '%')}</span> on average, waiting
                costs <span className="figures">{formatMoney(group.waitCost, currency)}</span>
              </span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}

/** What narrows the list to a group, or widens it again where it is that group already. */
function narrowedTo({ key }: FleetGroupRow, asked: FleetQuery) {
  if (asked.group === 'type') {
    const type = CONSTRUCTIONS.find((one) => one === key) ?? null;
    const isOn = type !== null && asked.type === type;
    return {
      label: type === null ? 'Other' : batteryTypeLabel(type),
      isOn,
      change: { type: isOn ? null : type },
    };
  }
  const verdict = VERDICTS.find((one) => one === key) ?? null;
  const isOn = verdict !== null && asked.verdict === verdict;
  return {
    label: verdict === null ? 'Not tested' : VERDICT_LABELS[verdict],
    isOn,
    change: { verdict: isOn ? null : verdict },
  };
}
