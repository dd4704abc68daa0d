import { ChevronLeft, ChevronRight, ChevronsLeft, CirclePlus, Download, Tags } from 'lucide-react';
import { batteryTypeLabel, isLeadAcid } from '@/core/battery/construction';
import type { BatteryInList, SlotHeld } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { ActLink } from '@/ui/act-link';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { PutOnLink } from '@/ui/put-on-link';
import { SearchForm } from '@/ui/search-form';

interface Props {
  readonly words: string;
  readonly found: {
    readonly batteries: readonly BatteryInList[];
    readonly total: number;
    readonly earlier: string | null;
    readonly later: string | null;
  };
}

/** Every registered battery, by tag, a page at a time. */
export function BatteryList({ words, found }: Props) {
  const { batteries, total, earlier, later } = found;
  return (
    <main className="print-list mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] gap-4 px-4 py-5">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-xl font-semibold">
          Batteries <span className="figures text-base font-normal text-soft">{total}</span>
        </h1>
        <SearchForm
          action="/batteries"
          label="Words in its tag, place, model, type or vehicle"
          placeholder="Tag, place, model, vehicle"
          words={words}
        />
        <ActLink
          act="export_lists"
          href={`/api/batteries/list?${new URLSearchParams({ q: words })}`}
          download
        >
          <Download size={18} aria-hidden="true" />
          CSV
        </ActLink>
        <ActLink act="export_lists" href="/labels">
          <Tags size={18} aria-hidden="true" />
          Labels
        </ActLink>
        <ActLink act="register" href="/batteries/new" tone="main">
          <CirclePlus size={18} aria-hidden="true" />
          Register
        </ActLink>
      </div>
      {batteries.length === 0 ? (
        <p className="text-soft">
          {words === '' ? 'No battery is registered yet.' : `No battery matches “${words}”.`}
        </p>
      ) : (
        <Table batteries={batteries} />
      )}
      <Pages words={words} earlier={earlier} later={later} />
    </main>
  );
}

function Table({ batteries }: { readonly batteries: readonly BatteryInList[] }) {
  return (
    <div className="sheet overflow-x-auto">
      <ListTable
        headings={['Tag', 'Place', 'Vehicle', 'Type', 'Volts', 'Rating', 'Ah', 'Fitted on', 'Charge']}
      >
        {batteries.map((battery) => (
          <tr key={battery.id} className="hover:bg-harbour-wash">
            <td className="p-0">
              <Link
                href={`/batteries/${battery.id}`}
                className="figures flex min-h-12 items-center px-4 font-semibold whitespace-nowrap underline decoration-line-strong underline-offset-4"
              >
                {battery.tag}
              </Link>
            </td>
            <td className="max-w-72 truncate px-4">{battery.place}</td>
            <td className="max-w-72 truncate px-4">
              <Sits slots={battery.slots} />
            </td>
            <td className="px-4">{batteryTypeLabel(battery.type)}</td>
            <td className="figures px-4">{battery.nominalVolts}</td>
            <td className="figures px-4 whitespace-nowrap">
              {battery.ratings.map(({ standard, amps }) => `${amps} A ${standard}`).join(', ')}
            </td>
            <td className="figures px-4">{battery.c20Ah}</td>
            <td className="figures px-4 whitespace-nowrap">
              {battery.fittedOn && dayWords(battery.fittedOn)}
            </td>
            <td className="p-0">{isLeadAcid(battery.type) && <PutOnLink tag={battery.tag} />}</td>
          </tr>
        ))}
      </ListTable>
    </div>
  );
}

/** The vehicle that it sits in; where it sat before, for those who look for it there. */
function Sits({ slots }: { readonly slots: readonly SlotHeld[] }) {
  const now = slots.find(({ toOn }) => toOn === null);
  const before = slots.find(({ toOn }) => toOn !== null);
  return (
    <>
      {now && [now.vehicle.name, now.name].filter(Boolean).join(', ')}
      {before && (
        <span className="text-soft">
          {now && ' · '}before: {before.vehicle.name}
        </span>
      )}
    </>
  );
}

function Pages({
  words,
  earlier,
  later,
}: {
  readonly words: string;
  readonly earlier: string | null;
  readonly later: string | null;
}) {
  if (earlier === null && later === null) return null;
  const to = (where: Record<string, string>) =>
    `/batteries?${new URLSearchParams({ ...(words && { q: words }), ...where })}`;
  return (
    <nav aria-label="Pages" className="flex items-center justify-center gap-4">
      {earlier !== null && (
        <>
          <Link href={to({})} className={buttonClass()}>
            <ChevronsLeft size={18} aria-hidden="true" /> First tags
          </Link>
          <Link href={to({ before: earlier })} className={buttonClass()} rel="prev">
            <ChevronLeft size={18} aria-hidden="true" /> Earlier
          </Link>
        </>
      )}
      {later !== null && (
        <Link href={to({ after: later })} className={buttonClass()} rel="next">
          Later <ChevronRight size={18} aria-hidden="true" />
        </Link>
      )}
    </nav>
  );
}
