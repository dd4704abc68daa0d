import { clsx } from 'clsx';
import type { PlanView } from '@/core/exchange/fleet-views';
import { monthWords } from '@/core/history/outlook-words';
import type { PlanMonth } from '@/core/planning/purchase-plan';
import { formatMoney } from '@/core/quantity/money';
import { Link } from '@/ui/link';
import { CostsForm } from './costs-form';
import { type MonthsMoney, PlanChart } from './plan-chart';

const sumOf = (months: readonly PlanMonth[], of: (month: PlanMonth) => number) =>
  months.reduce((sum, month) => sum + of(month), 0);
const moneyOf = ({ month, changes, failing, failingWithout }: PlanMonth): MonthsMoney => ({
  month,
  changes,
  failing,
  failingWithout,
});
const countOf = ({ lines }: PlanMonth) => lines.reduce((sum, { units }) => sum + units.length, 0);

/** What to change and to buy over the year, what that costs, and what other costs would make of it. */
export function PlanAnswer({ view }: { readonly view: PlanView }) {
  // Of a large fleet the plan itself is a thousand times what the form needs: it does not travel to the browser as well.
  const { plan, ...tried } = view;
  const { currency, isTried } = tried;
  const { months } = plan;
  const money = (amount: number) => formatMoney(amount, currency);
  const count = sumOf(months, countOf);
  if (plan.units === 0)
    return (
      <p className="text-soft">
        No vehicle carries a battery of which something is known: put one into its place on the vehicle’s
        page.
      </p>
    );
  return (
    <>
      {isTried && (
        <p
          role="status"
          className="rounded-md border-l-8 border-warn bg-sheet px-4 py-3 font-semibold text-warn"
        >
          Worked out with other costs than the site’s. Nothing is stored.
        </p>
      )}
      <section
        aria-label="The year"
        className="sheet grid gap-5 p-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]"
      >
        <dl className="grid grid-cols-2 content-start gap-x-6 gap-y-4">
          <Figure label="To change" value={`${count}`} note={`of ${plan.units} units in vehicles`} />
          <Figure
            label="Changes cost"
            value={money(sumOf(months, ({ changes }) => changes))}
            note={
              plan.visitsSpared === 0
                ? 'batteries, labour, visits'
                : `${plan.visitsSpared} ${plan.visitsSpared === 1 ? 'visit' : 'visits'} spared by doing some together`
            }
          />
          <Figure
            label="Failing at work, expected"
            value={money(sumOf(months, ({ failing }) => failing))}
            note={`${money(sumOf(months, ({ failingWithout }) => failingWithout))} if nothing is changed`}
          />
          <Figure
            label="The plan saves"
            value={money(plan.saves)}
            note="against waiting until each fails; what early changes throw away is taken off"
          />
        </dl>
        <PlanChart months={months.map(moneyOf)} currency={currency} />
      </section>
      <CostsForm tried={tried} />
      {count === 0 ? (
        <p className="text-soft">
          Nothing is worth changing within the year at these costs: each unit still serves more than its risk
          costs.
        </p>
      ) : (
        months
          .filter(({ lines }) => lines.length > 0)
          .map((month) => <Month key={month.month} month={month} currency={currency} />)
      )}
    </>
  );
}

function Figure({
  label,
  value,
  note,
}: {
  readonly label: string;
  readonly value: string;
  readonly note: string;
}) {
  return (
    <div>
      <dt className="heading">{label}</dt>
      <dd>
        <span className="figures block text-3xl font-semibold">{value}</span>
        <span className="block text-sm text-soft">{note}</span>
      </dd>
    </div>
  );
}

/** Units of a line that are named; a large fleet has hundreds. */
const SHOWN = 12;

function Month({ month, currency }: { readonly month: PlanMonth; readonly currency: string }) {
  const count = countOf(month);
  const title = monthWords(Date.parse(`${month.month}-15`));
  return (
    <section aria-label={title} className="sheet">
      <h2 className="flex flex-wrap items-baseline gap-x-3 border-b px-4 py-2 text-lg font-semibold">
        {title}
        <span className="figures text-base font-normal text-soft">
          {count} {count === 1 ? 'unit' : 'units'}
        </span>
        <span className="figures ml-auto">{formatMoney(month.changes, currency)}</span>
      </h2>
      <ul className="divide-y">
        {month.lines.map(({ type, rating, units }) => (
          <li
            key={`${type} ${rating}`}
            className="grid items-baseline gap-x-6 gap-y-1 px-4 py-2 sm:grid-cols-[3rem_16rem_12rem_minmax(0,1fr)]"
          >
            <span className="figures text-2xl font-semibold">{units.length}</span>
            <span className="font-semibold">{type}</span>
            <span className="figures">{rating}</span>
            <span className="text-sm">
              {units.slice(0, SHOWN).map(({ id, tag, vehicle }) => (
                <Link
                  key={id}
                  href={`/batteries/${id}`}
                  className={clsx('mr-3 inline-block py-1 whitespace-nowrap underline underline-offset-4')}
                >
                  <span className="figures">{tag}</span> <span className="text-soft">{vehicle}</span>
                </Link>
              ))}
              {units.length > SHOWN && (
                <span className="inline-block py-1 text-soft">
                  and <span className="figures">{units.length - SHOWN}</span> more, all of them in the CSV
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
