import { clsx } from 'clsx';
import { SET_SIZES, type SetStanding, type SetsView } from '@/core/exchange/set-views';
import { setWords } from '@/core/history/sets';
import type { MadeSet } from '@/core/planning/made-set';
import type { SetCandidate } from '@/core/planning/mismatch';
import { formatQuantity } from '@/core/quantity/format';
import { formatMoney } from '@/core/quantity/money';
import { Link } from '@/ui/link';
import { addressOf } from './questions';
import { SetSpread } from './set-spread';

const JOINED = { parallel: 'side by side', series: 'one behind the other' } as const;

/** How the batteries of each vehicle stand beside each other, and the best sets out of what stands unused. */
export function SetsAnswer({ view: { standing, currency, ...shelf } }: { readonly view: SetsView }) {
  return (
    <>
      <section aria-label="In vehicles" className="sheet">
        <h2 className="border-b px-4 py-2 text-xl font-semibold">In vehicles</h2>
        {standing.length === 0 ? (
          <p className="px-4 py-3 text-soft">
            No vehicle carries two tested batteries that are noted as joined.
          </p>
        ) : (
          <ul className="divide-y">
            {standing.map((set) => (
              <Standing key={set.vehicle.id} set={set} currency={currency} />
            ))}
          </ul>
        )}
      </section>
      <Shelf {...shelf} />
    </>
  );
}

const LOOKS = {
  drags: 'border-l-retire',
  uneven: 'border-l-warn',
  even: 'border-l-transparent',
} as const;

function Standing({ set, currency }: { readonly set: SetStanding; readonly currency: string }) {
  const { vehicle, joined, units, apartPct, apartInAYearPct, advice, money, partner } = set;
  return (
    <li
      className={clsx(
        'grid items-center gap-x-6 gap-y-2 border-l-8 px-4 py-3 lg:grid-cols-[15rem_20rem_10rem_minmax(0,1fr)]',
        LOOKS[advice.kind],
      )}
    >
      <span>
        <Link href={`/vehicles/${vehicle.id}`} className="font-semibold underline underline-offset-4">
          {vehicle.name}
        </Link>
        <span className="block text-sm text-soft">
          {units.length}, {JOINED[joined]}
        </span>
      </span>
      <SetSpread units={units} dragsId={advice.kind === 'drags' ? advice.unit.id : null} />
      <span>
        <span className="figures block text-2xl font-semibold">{apartPct.toFixed(0)} points</span>
        <span className="block text-sm text-soft">
          apart; <span className="figures">{apartInAYearPct.toFixed(0)}</span> in a year
        </span>
      </span>
      <span>
        {setWords(advice) ?? <span className="text-soft">Even: nothing to do.</span>}
        {partner && (
          <span className="block">
            Off the shelf{' '}
            <Link href={`/batteries/${partner.unit.id}`} className="underline underline-offset-4">
              <span className="figures font-semibold">{partner.unit.tag}</span>
            </Link>{' '}
            suits its siblings best, at{' '}
            <span className="figures">{formatQuantity(partner.unit.healthPct, '%')}</span>.
          </span>
        )}
        {money && (
          <span className="block">
            In money, only the weakest: <span className="figures">{formatMoney(money.one, currency)}</span> in
            all, the others’ turn counted. All now:{' '}
            <span className="figures">{formatMoney(money.all, currency)}</span>.{' '}
            <strong>{money.better === 'all' ? 'All of them costs less.' : 'One costs less.'}</strong>
          </span>
        )}
      </span>
    </li>
  );
}

function Shelf({ asked, pairing, places }: Pick<SetsView, 'asked' | 'pairing' | 'places'>) {
  const { sets, left, gap } = pairing;
  return (
    <section aria-label="Off the shelf" className="sheet">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2 border-b px-4 py-2">
        <h2 className="mr-auto text-xl font-semibold">Best sets off the shelf</h2>
        <Choice
          label="Units a set"
          options={SET_SIZES.map((size) => ({
            label: String(size),
            isChosen: size === asked.size,
            address: addressWith({ ...asked, size }),
          }))}
        />
        <Choice
          label="Joined"
          options={(['parallel', 'series'] as const).map((joined) => ({
            label: JOINED[joined],
            isChosen: joined === asked.joined,
            address: addressWith({ ...asked, joined }),
          }))}
        />
      </header>
      {sets.length === 0 ? (
        <p className="px-4 py-3 text-soft">
          {left.length === 0
            ? 'Nothing that was found fit stands unused.'
            : 'No units on the shelf are near enough to each other: same type, rating and voltage, within 10 points of health and a year of age.'}
        </p>
      ) : (
        <ol className="divide-y">
          {sets.map((set) => (
            <Made key={set.units.map(({ id }) => id).join()} set={set} places={places} />
          ))}
        </ol>
      )}
      {left.length > 0 && sets.length > 0 && (
        <p className="border-t px-4 py-3 text-sm">
          <span className="font-semibold">Fit into none: </span>
          {left.map((unit) => (
            <Unit key={unit.id} unit={unit} place={places[unit.id] ?? ''} />
          ))}
        </p>
      )}
      <p className="border-t px-4 py-3 text-sm text-soft">
        As many sets as can be made, and of those the ones that suit best in all: health, age, resting
        voltage.
        {gap > 0 &&
          ` Too many to try every one: others could suit better by ${gap.toFixed(2)} in all, at most.`}{' '}
        Test each alone and at one temperature before joining them; the maker’s instructions decide.
      </p>
    </section>
  );
}

const addressWith = ({ size, joined }: SetsView['asked']) =>
  `${addressOf('sets')}?${new URLSearchParams({ size: String(size), joined })}`;

function Choice({
  label,
  options,
}: {
  readonly label: string;
  readonly options: readonly {
    readonly label: string;
    readonly address: string;
    readonly isChosen: boolean;
  }[];
}) {
  return (
    <nav aria-label={label} className="no-print flex items-center gap-1">
      <span className="heading mr-1">{label}</span>
      {options.map(({ label: name, address, isChosen }) => (
        <Link
          key={name}
          href={address}
          aria-current={isChosen ? 'true' : undefined}
          className={clsx(
            'grid min-h-12 min-w-12 place-items-center rounded-md border px-3 hover:bg-harbour-wash',
            isChosen ? 'border-2 border-harbour bg-harbour-wash font-semibold' : 'border-line-strong',
          )}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

function Made({ set, places }: { readonly set: MadeSet; readonly places: SetsView['places'] }) {
  return (
    <li className="grid items-baseline gap-x-6 gap-y-1 px-4 py-2 sm:grid-cols-[9rem_16rem_minmax(0,1fr)]">
      <span>
        <span className="figures text-lg font-semibold">{set.mismatch.toFixed(2)}</span>{' '}
        <span className="text-sm text-soft">mismatch</span>
      </span>
      <span className="text-sm">{set.units[0]?.kind.replace(/_/g, ' ')}</span>
      <span>
        {set.units.map((unit) => (
          <Unit key={unit.id} unit={unit} place={places[unit.id] ?? ''} />
        ))}
      </span>
    </li>
  );
}

function Unit({
  unit: { id, tag, healthPct },
  place,
}: {
  readonly unit: SetCandidate;
  readonly place: string;
}) {
  return (
    <Link
      href={`/batteries/${id}`}
      className="mr-5 inline-block py-1 whitespace-nowrap underline underline-offset-4"
    >
      <span className="figures font-semibold">{tag}</span>{' '}
      <span className="figures">{formatQuantity(healthPct, '%')}</span>{' '}
      <span className="text-sm text-soft">{place}</span>
    </Link>
  );
}
