'use client';

import { isIndicative } from '@/core/assessment/assess';
import { capacityWords } from '@/core/assessment/estimate-words';
import type { Finding } from '@/core/assessment/finding';
import { because } from '@/core/assessment/wording';
import type { BatteryStory } from '@/core/exchange/views';
import { formatQuantity } from '@/core/quantity/format';
import { Link } from '@/ui/link';
import { MarginRule } from '@/ui/margin-rule';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';

/** A battery's runs, the newest first, each with the verdict that it was finished with. */
export function RunTable({ runs, opened }: Pick<BatteryStory, 'runs' | 'opened'>) {
  const nameOf = useTechnicianName();
  return (
    <ul className="sheet divide-y">
      {runs.map(({ run, assessment }) => (
        <li key={run.id}>
          <Link
            href={`/bench/${run.id}`}
            className="grid min-h-14 items-center gap-x-6 gap-y-0.5 px-4 py-2 hover:bg-harbour-wash md:grid-cols-[11rem_14rem_minmax(0,1fr)_15rem_8rem]"
          >
            <span>
              <Moment atMs={run.startedAtMs} />
            </span>
            <span className="flex font-semibold">
              {assessment ? (
                <VerdictLabel
                  verdict={assessment.verdict}
                  grade={assessment.grade}
                  override={assessment.override}
                  indicative={isIndicative(assessment.assessment)}
                />
              ) : (
                'On the bench'
              )}
            </span>
            <span className="min-w-0 text-soft">
              {assessment && (assessment.override?.why ?? because(assessment.assessment.decidedBy))}
              {assessment?.assessment.estimates.capacity && (
                <span className="block text-ink">
                  capacity {capacityWords(assessment.assessment.estimates.capacity)}
                </span>
              )}
              <AsFound opened={opened[run.id]} />
            </span>
            <span className="max-w-64">
              {assessment && <LoadMargin findings={assessment.assessment.findings} />}
            </span>
            <span className="text-sm text-soft md:text-right">
              {assessment?.healthPct != null && (
                <span className="figures block text-base text-ink">
                  {formatQuantity(assessment.healthPct, '%')} health
                </span>
              )}
              {nameOf(run.startedById)}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** The open voltage as found and as left, where something was done to it in between. */
function AsFound({ opened }: { readonly opened: BatteryStory['opened'][string] | undefined }) {
  if (!opened) return null;
  const [found, left] = opened;
  return (
    <span className="block text-sm">
      as found <span className="figures">{formatQuantity(found, 'V')}</span>, as left{' '}
      <span className="figures">{formatQuantity(left, 'V')}</span>
    </span>
  );
}

/** The load test of a run against its limit, where there was one. */
function LoadMargin({ findings }: { readonly findings: readonly Finding[] }) {
  const load = findings.find(({ code }) => code === 'load_passes' || code === 'load_fails');
  return load?.measured ? (
    <MarginRule label="Load test" measured={load.measured} indicative={load.indicative} />
  ) : null;
}
