import type { ChannelOption, ChargeJob, ChargeRoom, Placed } from './charge-job';
import { nightsOf } from './plan-cost';
import { RoomUse } from './room-use';
import { type Hands, nextChangeOver, nextWatched } from './shifts';

/** Why a battery that has a place does not go on sooner. */
export type WhyWaits =
  /** A hand has put it there. */
  | { readonly kind: 'held' }
  /** Nobody is there to put it on. */
  | { readonly kind: 'nobody_there' }
  /** It is to be watched, and nobody is there for long enough. */
  | { readonly kind: 'watched' }
  /** Its channel is taken: by one that is on, or by one that goes on first. */
  | { readonly kind: 'channel'; readonly by: string; readonly isOn: boolean }
  /** Its circuit bears no more. */
  | { readonly kind: 'circuit'; readonly name: string }
  /** The fan moves no more air. */
  | { readonly kind: 'air' }
  /** Another channel is free sooner, and has it back later. */
  | { readonly kind: 'back_sooner_there'; readonly channel: number }
  /** It is not there yet. */
  | { readonly kind: 'comes_later' };

/** A battery that goes on within so long goes on now, ms. */
const NOW_WITHIN_MS = 60_000;

/**
 * Why each battery that waits does not go on at the first moment at which it could, by battery: what stands in its way then, everything else being
 * where it is planned. What goes on now, or has no place, is not among them.
 */
export function whyWaits(room: ChargeRoom, placed: readonly Placed[]): ReadonlyMap<string, WhyWaits> {
  const why = new Map<string, WhyWaits>();
  for (const place of placed) {
    const job = room.waiting.find(({ id }) => id === place.id);
    const option = job && optionOn(job, place.channel);
    if (!job || !option || place.startMs <= room.nowMs + NOW_WITHIN_MS) continue;
    const reason = whyOne(room, placed, { job, option, place });
    if (reason) why.set(job.id, reason);
  }
  return why;
}

interface One {
  readonly job: ChargeJob;
  readonly option: ChannelOption;
  readonly place: Placed;
}

function whyOne(room: ChargeRoom, placed: readonly Placed[], { job, option, place }: One): WhyWaits | null {
  if (job.held) return { kind: 'held' };
  if (job.fromMs >= place.startMs) return { kind: 'comes_later' };
  const use = withoutOne(room, placed, job.id);
  const hands: Hands = nightsOf(room, place) > 0 ? 'on_call' : 'there';
  const elsewhere = job.options
    .filter(({ channel }) => channel !== place.channel)
    .flatMap((other) => use.earliest(job, other, hands) ?? [])
    .sort((one, other) => one.startMs - other.startMs)[0];
  if (elsewhere && elsewhere.startMs < place.startMs - NOW_WITHIN_MS && elsewhere.readyMs >= place.readyMs)
    return { kind: 'back_sooner_there', channel: elsewhere.channel };
  const thereMs = use.firstStart(job, hands);
  const firstMs = job.watchedMs > 0 ? nextWatched(room.shifts, thereMs, job.watchedMs) : thereMs;
  if (firstMs >= place.startMs) return { kind: firstMs > thereMs ? 'watched' : 'nobody_there' };
  // Where a channel that suits it is free all the same, it is the wires or the air that keep it off.
  for (const other of [option, ...job.options]) {
    const endMs = firstMs + other.chargeMs;
    const offMs = nextChangeOver(room.shifts, endMs, hands);
    const kind = use.hindrance(job, other, { startMs: firstMs, endMs, offMs })?.kind;
    if (kind === 'circuit') return { kind, name: room.channels[other.channel]?.circuit ?? '' };
    if (kind === 'air') return { kind };
  }
  return takenBy(room, placed, { job, option, place });
}

const optionOn = ({ options }: ChargeJob, channel: number) =>
  options.find((option) => option.channel === channel);

/** The room with everything in its place but one battery. */
function withoutOne(room: ChargeRoom, placed: readonly Placed[], id: string): RoomUse {
  const use = new RoomUse(room);
  for (const place of placed) {
    const job = room.waiting.find((one) => one.id === place.id);
    const option = job && optionOn(job, place.channel);
    if (job && option && job.id !== id) use.put(place, job, option);
  }
  return use;
}

/** Whoever is on its channel last before it goes on. */
function takenBy(
  room: ChargeRoom,
  placed: readonly Placed[],
  { job, place: { channel, startMs } }: One,
): WhyWaits | null {
  const before = placed
    .filter((one) => one.id !== job.id && one.channel === channel && one.startMs < startMs)
    .sort((one, other) => other.startMs - one.startMs)[0];
  if (before) return { kind: 'channel', by: before.id, isOn: false };
  const on = room.on.find((one) => one.channel === channel);
  return on ? { kind: 'channel', by: on.id, isOn: true } : null;
}
