import { CirclePlus, Download } from 'lucide-react';
import type { VehicleInList } from '@/core/exchange/views';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import { CAUSE_LABELS, chanceWords } from '@/core/vehicle/cause';
import { ENGINE_FACTS } from '@/core/vehicle/engine';
import { VEHICLE_CLASSES } from '@/core/vehicle/vehicle';
import { ActLink } from '@/ui/act-link';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { SearchForm } from '@/ui/search-form';
import { BringVehicles } from './bring-vehicles';

/** Every vehicle by name, with who sits in it and what its newest check came to. */
export function VehicleList({
  words,
  vehicles,
}: {
  readonly words: string;
  readonly vehicles: readonly VehicleInList[];
}) {
  return (
    <main className="print-list mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] gap-4 px-4 py-5">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-xl font-semibold">
          Vehicles <span className="figures text-base font-normal text-soft">{vehicles.length}</span>
        </h1>
        <SearchForm
          action="/vehicles"
          label="Words in its name, site or the tags of its batteries"
          placeholder="Name, site, tag"
          words={words}
        />
        <ActLink act="export_lists" href="/api/vehicles/list" download>
          <Download size={18} aria-hidden="true" />
          CSV
        </ActLink>
        <ActLink act="register" href="/vehicles/new" tone="main">
          <CirclePlus size={18} aria-hidden="true" />
          Register
        </ActLink>
      </div>
      {vehicles.length === 0 ? (
        <p className="text-soft">
          {words === ''
            ? 'No vehicle is registered yet. Register one, or bring a list.'
            : `No vehicle matches “${words}”.`}
        </p>
      ) : (
        <Table vehicles={vehicles} />
      )}
      <BringVehicles />
    </main>
  );
}

function Table({ vehicles }: { readonly vehicles: readonly VehicleInList[] }) {
  return (
    <div className="sheet overflow-x-auto">
      <ListTable headings={['Name', 'What', 'Site', 'Engine', 'System', 'Batteries', 'Last check']}>
        {vehicles.map((vehicle) => (
          <tr key={vehicle.id} className="hover:bg-harbour-wash">
            <td className="p-0">
              <Link
                href={`/vehicles/${vehicle.id}`}
                className="flex min-h-12 items-center px-4 font-semibold whitespace-nowrap underline decoration-line-strong underline-offset-4"
              >
                {vehicle.name}
              </Link>
            </td>
            <td className="px-4 py-1">
              {VEHICLE_CLASSES[vehicle.class]}
              {vehicle.visit && (
                <span className="block text-sm font-semibold text-harbour">
                  here: {COMPLAINTS[vehicle.visit.complaint].label.toLowerCase()}
                </span>
              )}
            </td>
            <td className="max-w-48 truncate px-4">{vehicle.site}</td>
            <td className="px-4 whitespace-nowrap">{vehicle.engine && ENGINE_FACTS[vehicle.engine].label}</td>
            <td className="figures px-4 whitespace-nowrap">
              {vehicle.systemVolts && `${vehicle.systemVolts} V`}
            </td>
            <td className="figures px-4 py-1 text-sm">
              {vehicle.batteries.map((tag) => (
                <span key={tag} className="mr-2 inline-block whitespace-nowrap">
                  {tag}
                </span>
              ))}
            </td>
            <td className="px-4 whitespace-nowrap">
              <LastCheck vehicle={vehicle} />
            </td>
          </tr>
        ))}
      </ListTable>
    </div>
  );
}

function LastCheck({ vehicle: { check } }: { readonly vehicle: VehicleInList }) {
  if (!check) return <span className="text-soft">–</span>;
  if (check.finishedAtMs === null || check.cause === null) return <span>open</span>;
  return (
    <>
      {CAUSE_LABELS[check.cause]}{' '}
      <span className="figures text-soft">{chanceWords(check.probability ?? 0)}</span>{' '}
      <span className="text-sm text-soft">
        <Moment atMs={check.finishedAtMs} as="day" />
      </span>
    </>
  );
}
