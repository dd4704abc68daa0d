import { isUnderWarranty } from '@/core/battery/warranty';
import type { BatteryStory } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';

/** A battery that was retired within its warranty, with the slips that prove it; nothing for any other. */
export function WarrantyCard({ story: { battery, runs } }: { readonly story: BatteryStory }) {
  const { warrantyTo } = battery;
  const finished = runs.flatMap(({ run, assessment }) =>
    assessment && run.finishedAtMs !== null ? [{ id: run.id, atMs: run.finishedAtMs, assessment }] : [],
  );
  const newest = finished.reduce<(typeof finished)[number] | null>(
    (late, one) => (late === null || one.atMs > late.atMs ? one : late),
    null,
  );
  const verdict = newest?.assessment.override?.verdict ?? newest?.assessment.assessment.verdict;
  if (!newest || warrantyTo == null || verdict !== 'retire' || !isUnderWarranty(battery, newest.atMs))
    return null;
  return (
    <section
      aria-label="Warranty"
      className="flex flex-wrap items-center gap-x-6 gap-y-2 rounded-md border-l-8 border-retire bg-sheet px-4 py-3"
    >
      <p className="mr-auto">
        <strong>Retired within its warranty</strong>, which ends on {dayWords(warrantyTo)}. The slips of its
        tests prove it:
      </p>
      <ul className="flex flex-wrap gap-x-4">
        {finished
          .filter(({ atMs }) => isUnderWarranty(battery, atMs))
          .slice(-MOST_SLIPS)
          .map(({ id, atMs }) => (
            <li key={id}>
              <Link href={`/bench/${id}/slip`} className="inline-block py-2 underline underline-offset-4">
                <Moment atMs={atMs} as="day" />
              </Link>
            </li>
          ))}
      </ul>
    </section>
  );
}

/** More slips than these prove nothing more. */
const MOST_SLIPS = 6;
