import { clsx } from 'clsx';
import type { RecordingLine } from '@/core/exchange/recording-views';
import { formatQuantity } from '@/core/quantity/format';
import { driftOf } from '@/core/recording/drift';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';

const CELL = 'px-3 py-2';

/** Starts of a vehicle, the newest first, with what drifts: resistance, speed, dip, beside the temperature they were at. */
export function StartsTable({
  recordings,
  currentId = null,
}: {
  readonly recordings: readonly RecordingLine[];
  readonly currentId?: string | null;
}) {
  const rows = [...recordings].sort((one, other) => other.takenAtMs - one.takenAtMs);
  const shown = (value: number | undefined, unit: 'V' | 'mΩ' | '°C' | 's', decimals: number) =>
    value === undefined ? '–' : formatQuantity(value, unit, { decimals });
  const drift = driftOf(rows);
  return (
    <div className="grid gap-2">
      <div className="sheet overflow-x-auto">
        <ListTable
          headings={['When', 'At', 'Supply', 'Dip', 'Cranking', 'Speed', 'To start', '']}
          cellClass={CELL}
        >
          {rows.map(({ id, name, takenAtMs, temperatureC, found, moved }) => {
            const { values, marks } = moved ?? found;
            const toStart =
              marks.startS !== null && marks.onsetS !== null ? marks.startS - marks.onsetS : undefined;
            return (
              <tr key={id} className={clsx(id === currentId && 'bg-harbour-wash')}>
                <td className={CELL}>
                  <Link href={`/recordings/${id}`} className="font-semibold underline underline-offset-4">
                    <Moment atMs={takenAtMs} />
                  </Link>
                  <span className="block text-sm break-words text-soft">{name}</span>
                </td>
                <td className={`figures ${CELL}`}>{shown(temperatureC ?? undefined, '°C', 0)}</td>
                <td className={`figures ${CELL}`}>{shown(values.supply_mohm?.value, 'mΩ', 1)}</td>
                <td className={`figures ${CELL}`}>{shown(values.inrush_v?.value, 'V', 2)}</td>
                <td className={`figures ${CELL}`}>{shown(values.plateau_v?.value, 'V', 2)}</td>
                <td className={`figures ${CELL}`}>
                  {values.crank_rpm ? `${values.crank_rpm.value.toFixed(0)} rpm` : '–'}
                </td>
                <td className={`figures ${CELL}`}>{shown(toStart, 's', 2)}</td>
                <td className={`${CELL} text-right`}>
                  {currentId !== null && id !== currentId && (
                    <Link
                      href={`/recordings/${currentId}?beside=${id}`}
                      scroll={false}
                      className="underline underline-offset-4"
                    >
                      Lay it over
                    </Link>
                  )}
                </td>
              </tr>
            );
          })}
        </ListTable>
      </div>
      {drift && <p>{drift}</p>}
    </div>
  );
}
