import { clsx } from 'clsx';
import type { ReadsOff, ReadsOffView } from '@/core/exchange/fleet-views';
import { ListTable } from '@/ui/list-table';
import { CorrectionForm } from './correction-form';
import { CorrectionsInForce } from './corrections-in-force';

const WHAT = { instrument: 'Instrument', technician: 'Hand', season: 'Temperature' } as const;
const CELL = 'px-4 py-3';

/** What reads high or low over the fleet, how surely, and what of it is taken out from a day on. */
export function ReadsOffAnswer({ view: { off, corrections, today } }: { readonly view: ReadsOffView }) {
  return (
    <>
      <CorrectionsInForce corrections={corrections} />
      {off.length === 0 ? (
        <p className="text-soft">
          Not told yet: ten batteries that were tested twice, and forty tests in all, tell instruments apart.
        </p>
      ) : (
        <div className="sheet overflow-x-auto">
          <ListTable headings={['What', 'Name', 'Reads', 'Rests on', '']} cellClass={CELL}>
            {off.map((one) => (
              <Row key={`${one.what} ${one.name}`} one={one} today={today} />
            ))}
          </ListTable>
        </div>
      )}
      <p className="text-sm text-soft">
        Against each battery’s own life. Readings tell instruments apart, not which of them is right: the
        middle one is taken to be. What stands here is taken out of every forecast, never out of a verdict.
        Hands are compared for handling, not for blame.
      </p>
    </>
  );
}

function Row({
  one: { what, name, pct, sd, readings, isTold },
  today,
}: {
  readonly one: ReadsOff;
  readonly today: string;
}) {
  return (
    <tr className={isTold ? 'font-semibold' : 'text-soft'}>
      <td className={CELL}>{WHAT[what]}</td>
      <td className={CELL}>{name}</td>
      <td className={clsx('figures whitespace-nowrap', CELL)}>
        {Math.abs(pct).toFixed(1)} ± {sd.toFixed(1)} points {pct >= 0 ? 'high' : 'low'}
      </td>
      <td className={clsx('figures whitespace-nowrap', CELL)}>{readings} tests</td>
      <td className={CELL}>
        {isTold
          ? 'certain, and enough to matter'
          : Math.abs(pct) > 2 * sd
            ? 'certain, too little to matter'
            : 'within what chance does'}
        {isTold && what === 'instrument' && <CorrectionForm instrument={name} pct={pct} today={today} />}
      </td>
    </tr>
  );
}
