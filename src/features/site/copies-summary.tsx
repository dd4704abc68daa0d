import { type CopyKind, type CopyRecord, KEPT_COPIES } from '@/core/exchange/copies';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';

const CELL = 'px-4 py-2';
const WORDS: Readonly<Record<CopyKind, string>> = {
  night: 'of the night',
  hand: 'by hand',
  upgrade: 'before a newer version',
};
const SHOWN = 5;

/** What copies of the data there are: when each was made and read through, by what, and how large it is. */
export function CopiesSummary({
  copies,
  isSample,
}: {
  readonly copies: readonly CopyRecord[];
  readonly isSample: boolean;
}) {
  const { days, weeks, months } = KEPT_COPIES;
  return (
    <section aria-labelledby="copies" className="mt-10 grid gap-4">
      <h2 id="copies" className="text-xl font-semibold">
        Copies
      </h2>
      <p className="text-soft">
        {isSample
          ? 'The sample shop makes none by itself: it can be begun again at any time.'
          : `One is made each night by itself and read through; of those the newest of ${days} days, ${weeks} weeks and ${months} months are kept.`}{' '}
        <Link href="/files#copies" className="underline underline-offset-4">
          Files
        </Link>{' '}
        makes one now and puts one back.
      </p>
      {copies.length > 0 && (
        <div className="sheet overflow-x-auto">
          <ListTable headings={['Made and read through', 'How', 'Size']} cellClass={CELL}>
            {copies.slice(0, SHOWN).map(({ name, kind, bytes, madeAtMs }) => (
              <tr key={name}>
                <td className={CELL}>
                  <Moment atMs={madeAtMs} />
                </td>
                <td className={CELL}>{WORDS[kind]}</td>
                <td className={`figures ${CELL}`}>{(bytes / 1_000_000).toFixed(1)} MB</td>
              </tr>
            ))}
          </ListTable>
        </div>
      )}
    </section>
  );
}
