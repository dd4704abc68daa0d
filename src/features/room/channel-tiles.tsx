import { clsx } from 'clsx';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import { formatQuantity } from '@/core/quantity/format';
import { formatCents } from '@/core/quantity/money';
import { energyOf, tookTooMuch } from '@/core/room/energy';
import { givesLess } from '@/core/room/gives-less';
import type { RoomFacts } from '@/core/room/room-facts';
import { temperatureWords } from '@/core/steps/words';
import { Link } from '@/ui/link';
import { useSite } from '@/ui/site';
import { CHANNEL_MARK } from './drag-grip';
import { benchOnChannel, channelName, putOnAddress, stateOf, useRoomMoments, useSpan } from './room-words';

/** Every channel of the room: what is on it and when it is back, or what comes next. */
export function ChannelTiles({ view, nowMs }: { readonly view: RoomView; readonly nowMs: number }) {
  const elsewhere = view.cards.filter(({ standing, channel }) => standing.kind === 'on' && channel === null);
  if (view.channels.length + elsewhere.length === 0) return null;
  return (
    <section aria-label="Channels" className="grid gap-2">
      <h2 className="sr-only">Channels</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(12.5rem,1fr))] gap-3">
        {view.channels.map((one, at) => (
          <li key={`${one.charger.id} ${one.channel}`} {...{ [CHANNEL_MARK]: at }}>
            <Tile view={view} at={at} nowMs={nowMs} />
          </li>
        ))}
        {elsewhere.map((card) => (
          <li key={card.runId}>
            <OnTile name="A charger of no name" card={card} facts={view.facts} nowMs={nowMs} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Tile({ view, at, nowMs }: { readonly view: RoomView; readonly at: number; readonly nowMs: number }) {
  const name = channelName(view, at);
  const on = view.cards.filter(({ standing, channel }) => standing.kind === 'on' && channel === at);
  const [first, second] = on;
  if (!first) return <FreeTile view={view} at={at} name={name} nowMs={nowMs} />;
  return (
    <OnTile
      name={name}
      card={first}
      facts={view.facts}
      nowMs={nowMs}
      warning={second ? `${second.tag} is said to hang here too: look which one does` : null}
    />
  );
}

const CALLS = { no: 'border-l-charge', soon: 'border-l-watch', now: 'border-l-retire' } as const;

function OnTile({
  name,
  card,
  facts,
  nowMs,
  warning = null,
}: {
  readonly facts: RoomFacts;
  readonly name: string;
  readonly card: RoomCard;
  readonly nowMs: number;
  readonly warning?: string | null;
}) {
  const { temperatureUnit, currency } = useSite();
  const moment = useRoomMoments(nowMs);
  const span = useSpan(nowMs);
  const { words, calls } = stateOf(card, nowMs);
  const { standing, promised, runId, tag, wish, plan } = card;
  const isLate = wish.dueMs !== null && plan !== null && plan.readyMs > wish.dueMs;
  if (standing.kind !== 'on') return null;
  const { last, returnedAh, returnAh } = standing;
  const less = givesLess(standing, standing.nominalVolts);
  const energy = energyOf({ ampHours: returnedAh, volts: last?.volts ?? standing.volts }, facts);
  return (
    <Link
      href={`/bench/${runId}`}
      className={clsx(
        'sheet grid h-full content-start gap-0.5 border-l-8 px-3 py-2 hover:bg-harbour-wash',
        CALLS[calls],
      )}
    >
      <span className="text-sm text-soft">{name}</span>
      <span className="figures text-2xl font-bold break-all">{tag}</span>
      <span
        className={clsx('font-semibold', calls === 'now' && 'text-retire', calls === 'soon' && 'text-watch')}
      >
        {words}
      </span>
      {promised && calls !== 'now' && (
        <span>
          back <span className="figures font-semibold">{moment(promised.middleMs)}</span>
          <span className="block text-sm text-soft">{span(promised)}</span>
        </span>
      )}
      <span className="figures text-sm text-soft">
        {last
          ? `${formatQuantity(last.volts, 'V')} · ${formatQuantity(last.amps, 'A', { decimals: 1 })}${
              last.temperatureC === null ? '' : ` · ${temperatureWords(last.temperatureC, temperatureUnit)}`
            }`
          : `set to ${formatQuantity(standing.volts, 'V')}, ${formatQuantity(standing.amps, 'A', { decimals: 1 })}`}
        {last && returnAh !== null && ` · ${returnedAh.toFixed(0)} of ${returnAh.toFixed(0)} Ah`}
      </span>
      {last && (
        <span className="figures text-sm text-soft">
          {energy.kwh.toFixed(2)} kWh · {formatCents(energy.cost, currency)}
        </span>
      )}
      {isLate && wish.dueMs !== null && (
        <span className="text-sm font-semibold text-warn">
          wanted {moment(wish.dueMs)}
          {wish.reason !== '' && `: ${wish.reason}`} · too late
        </span>
      )}
      {less && (
        <span className="text-sm font-semibold text-warn">
          {name} gives {less.gives.toFixed(1)} A of the {less.setTo.toFixed(1)} A that it is set to: look at
          its leads and clamps, then at the charger
        </span>
      )}
      {tookTooMuch(returnedAh, standing.c20Ah) && (
        <span className="text-sm font-semibold text-warn">
          It has taken a third more than it holds: probe its cells, feel whether it warms
        </span>
      )}
      {warning && <span className="text-sm text-warn">{warning}</span>}
    </Link>
  );
}

function FreeTile({
  view,
  at,
  name,
  nowMs,
}: {
  readonly view: RoomView;
  readonly at: number;
  readonly name: string;
  readonly nowMs: number;
}) {
  const moment = useRoomMoments(nowMs);
  const next = view.cards
    .filter(({ standing, channel, plan }) => standing.kind === 'waiting' && channel === at && plan)
    .sort((one, other) => (one.plan?.startMs ?? 0) - (other.plan?.startMs ?? 0))[0];
  const goesOn = next?.plan && next.plan.startMs <= nowMs;
  const could = view.meanwhile.find(({ channel }) => channel === at);
  const instead = could && view.cards.find(({ runId }) => runId === could.runId);
  return (
    <div className="grid h-full content-start gap-0.5 rounded-md border border-dashed border-line-strong px-3 py-2">
      <span className="text-sm text-soft">{name}</span>
      <span className="text-xl text-soft">free</span>
      {next && (
        <Link
          href={putOnAddress(view, next)}
          className={clsx('hover:underline', goesOn && 'font-semibold text-charge')}
        >
          {goesOn ? `put ${next.tag} on now` : `${next.tag} at ${moment(next.plan?.startMs ?? nowMs)}`}
        </Link>
      )}
      {could && instead && (
        <Link href={benchOnChannel(view, instead.runId, at)} className="text-sm hover:underline">
          {instead.tag} could go on meanwhile, back {moment(could.readyMs)}
        </Link>
      )}
    </div>
  );
}
