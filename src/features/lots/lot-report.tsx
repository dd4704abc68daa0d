'use client';

import { Download } from 'lucide-react';
import { GRADES, VERDICT_LABELS, VERDICTS } from '@/core/assessment/verdict';
import { FINDING_TITLES } from '@/core/assessment/wording';
import { batteryTypeLabel } from '@/core/battery/construction';
import type { LotRecord } from '@/core/exchange/arrival-views';
import type { GoodRow } from '@/core/exchange/import/import-reader';
import type { LotJudgement } from '@/core/exchange/lot/judge-lot';
import { gradeGroups, WORK_WORDS, workLists } from '@/core/exchange/lot/lot-summary';
import { formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { CLOSING_LINE } from '@/core/steps/closing-line';
import { ActLink } from '@/ui/act-link';
import { buttonClass } from '@/ui/button';
import { GradeStrip } from '@/ui/charts/grade-strip';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { PrintButton } from '@/ui/print-button';
import { PutOnLink } from '@/ui/put-on-link';
import { useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';
import { VerdictMark } from '@/ui/verdict-mark';
import { groupTitle } from './lot-side';

interface Props {
  readonly lot: LotRecord;
  readonly judged: readonly LotJudgement[];
  readonly rules: HouseRules;
}

/** A rack on paper: how many of what, how they sort, and each battery with why. */
export function LotReport({ lot, judged, rules }: Props) {
  const nameOf = useTechnicianName();
  const good = judged.flatMap((judgement) => (judgement.kind === 'good' ? [judgement.row] : []));
  const lists = workLists(judged);
  const { gradeAPct, gradeBPct, gradeCPct } = rules.health;
  return (
    <main className="mx-auto grid max-w-5xl gap-5 px-4 py-4 print:max-w-none print:p-0 print:text-[12px]">
      <div className="no-print flex flex-wrap gap-2">
        <Link href={`/lots/${lot.id}`} className={`${buttonClass('quiet')} mr-auto`}>
          Back to the rack
        </Link>
        <ActLink act="export_lists" href={`/api/lots/${lot.id}/list`} download>
          <Download size={18} aria-hidden="true" /> CSV
        </ActLink>
        <PrintButton />
      </div>
      <header>
        <p className="font-semibold text-harbour">Lot report</p>
        <h1 className="text-3xl font-bold break-words">{lot.name}</h1>
        <p className="text-soft">
          {good.length} {good.length === 1 ? 'battery' : 'batteries'} · <Moment atMs={lot.changedAtMs} /> by{' '}
          {nameOf(lot.startedById)} · {rules.name}, {rules.id} version {rules.version}
          {lot.importId === null && ' · not stored yet'}
        </p>
      </header>
      {good.length === 0 ? (
        <p className="text-soft">No battery of this rack can be judged yet.</p>
      ) : (
        <>
          <section aria-label="Verdicts" className="flex flex-wrap gap-x-8 gap-y-2">
            {VERDICTS.map((verdict) => {
              const count = good.filter(({ assessment }) => assessment.verdict === verdict).length;
              return (
                count > 0 && (
                  <p key={verdict} className="flex items-center gap-2 text-lg">
                    <VerdictMark verdict={verdict} />
                    <strong className="figures">{count}</strong> {VERDICT_LABELS[verdict]}
                  </p>
                )
              );
            })}
          </section>
          <p>{lists.map(({ work, rows }) => `${rows.length} ${WORK_WORDS[work]}`).join(', ')}.</p>
          <section aria-label="Sorting">
            <h2 className="heading mb-2">Sorted by type and rating</h2>
            <ul className="grid gap-4 sm:grid-cols-2 print:grid-cols-2">
              {gradeGroups(judged).map((group) => (
                <li key={groupTitle(group)} className="sheet break-inside-avoid p-3">
                  <p className="flex justify-between font-semibold">
                    {groupTitle(group)} <span className="figures">{group.total}</span>
                  </p>
                  <GradeStrip health={group.health} limits={[gradeAPct, gradeBPct, gradeCPct]} />
                  <p className="text-sm">
                    {[...GRADES, '' as const]
                      .filter((grade) => group.rows[grade].length > 0)
                      .map((grade) => `${grade === '' ? 'no grade yet' : grade}: ${group.rows[grade].length}`)
                      .join(' · ')}
                  </p>
                </li>
              ))}
            </ul>
          </section>
          <Batteries good={good} isStored={lot.importId !== null} />
          <p className="text-sm text-soft">{CLOSING_LINE}</p>
        </>
      )}
    </main>
  );
}

function Batteries({ good, isStored }: { readonly good: readonly GoodRow[]; readonly isStored: boolean }) {
  return (
    <section aria-label="Batteries" className="sheet overflow-x-auto print:overflow-visible">
      <ListTable
        headings={['Tag', 'Type', 'Rating', 'Charge', 'Health', 'Comes to', 'Why']}
        cellClass="px-3 py-1.5"
      >
        {good.map(({ tag, evidence, assessment }) => {
          const { charge, health } = assessment.estimates;
          const [rating] = evidence.battery.ratings;
          return (
            <tr key={tag} className="break-inside-avoid">
              <td className="figures px-3 py-1 font-semibold whitespace-nowrap">{tag}</td>
              <td className="px-3">{batteryTypeLabel(evidence.battery.construction)}</td>
              <td className="figures px-3 whitespace-nowrap">
                {rating ? `${rating.amps} A ${rating.standard}` : ''}
              </td>
              <td className="figures px-3 text-right whitespace-nowrap">
                {charge ? formatQuantity(charge.pct, '%') : ''}
              </td>
              <td className="figures px-3 text-right whitespace-nowrap">
                {health ? formatQuantity(health.pct, '%') : ''}
              </td>
              <td className="px-3">
                <span className="flex items-center gap-2">
                  <VerdictLabel verdict={assessment.verdict} grade={assessment.grade} />
                  {isStored && (assessment.next ?? assessment.verdict) === 'charge' && (
                    <PutOnLink tag={tag} />
                  )}
                </span>
              </td>
              <td className="px-3 text-sm text-soft print:text-[11px]">
                {FINDING_TITLES[assessment.decidedBy]}
              </td>
            </tr>
          );
        })}
      </ListTable>
    </section>
  );
}
