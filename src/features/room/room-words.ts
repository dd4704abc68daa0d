'use client';

import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import { useMoments } from '@/ui/moment';

/** A channel as the room names it: its charger, with its number where there are several. */
export function channelName({ channels }: Pick<RoomView, 'channels'>, at: number | null): string {
  const one = at === null ? undefined : channels[at];
  if (!one) return 'no channel of the site';
  return one.charger.channels > 1 ? `${one.charger.name} ${one.channel}` : one.charger.name;
}

/** What a charge that is on says of itself, and whether somebody has to come. */
export function stateOf(
  { standing }: RoomCard,
  nowMs: number,
): {
  readonly words: string;
  readonly calls: 'no' | 'soon' | 'now';
} {
  if (standing.kind !== 'on') return { words: '', calls: 'no' };
  switch (standing.so.kind) {
    case 'too_hot':
      return { words: 'Too hot: switch it off', calls: 'now' };
    case 'takes_none':
      return { words: 'Takes no charge', calls: 'now' };
    case 'full':
      return { words: 'Full: take it off', calls: 'soon' };
    case 'awake':
      return { words: 'Awake: charge it in full', calls: 'soon' };
    default:
      break;
  }
  if (nowMs > standing.startMs + standing.plannedMs)
    return { words: 'Over its time: look at it', calls: 'soon' };
  const { last, amps } = standing;
  const tapers = last
    ? last.amps < TAPERS_UNDER * amps
    : nowMs - standing.startMs > TAPERS_FROM * standing.plannedMs;
  return { words: tapers ? 'Tapering' : 'Bulk', calls: 'no' };
}

/** Under this share of its set current a charge tapers; where nothing was read, past this share of its hours. */
const TAPERS_UNDER = 0.9;
const TAPERS_FROM = 0.5;

/** Moments of the room’s days: the time alone today, the day before it otherwise. */
export function useRoomMoments(nowMs: number): (atMs: number) => string {
  const words = useMoments();
  const today = words(nowMs, 'day');
  return (atMs) => {
    const day = words(atMs, 'day');
    return day === today ? words(atMs, 'time') : `${day.replace(/ \d{4}$/, '')}, ${words(atMs, 'time')}`;
  };
}

/** From when to when something is promised; null where both are one, as where it is full in the night and comes off in the morning. */
export function useSpan(
  nowMs: number,
): (span: { readonly fromMs: number; readonly toMs: number }) => string | null {
  const moment = useRoomMoments(nowMs);
  return ({ fromMs, toMs }) => {
    const [from, to] = [moment(fromMs), moment(toMs)];
    return from === to ? null : `${from} to ${to}`;
  };
}

/** Why a battery does not go on sooner, as a sentence; null where there is nothing to say. */
export function whyWaitsWords(view: Pick<RoomView, 'channels' | 'cards'>, card: RoomCard): string | null {
  const { whyWaits: why } = card;
  const tagOf = (id: string) => view.cards.find(({ runId }) => runId === id)?.tag ?? 'another one';
  switch (why?.kind) {
    case 'nobody_there':
      return 'Until then nobody is there to put it on.';
    case 'watched':
      return 'It is woken under watch: until then nobody is there for long enough.';
    case 'channel':
      return why.isOn ? `${tagOf(why.by)} is on that channel until then.` : `${tagOf(why.by)} goes first.`;
    case 'circuit':
      return `Circuit ${why.name} bears no more until then.`;
    case 'air':
      return 'The fan moves no more air until then.';
    case 'back_sooner_there':
      return `${channelName(view, why.channel)} is free sooner, but gives less: it is back sooner this way.`;
    case 'comes_later':
      return 'It can go on only from then on.';
    default:
      return null;
  }
}

/** Where a battery is put on: the Bench at its charge, with the channel that the plan has for it. */
export const putOnAddress = (view: Pick<RoomView, 'channels'>, { runId, channel }: RoomCard): string =>
  benchOnChannel(view, runId, channel);

/** The Bench of a run, with a channel of the room chosen for its charge. */
export function benchOnChannel(
  { channels }: Pick<RoomView, 'channels'>,
  runId: string,
  channel: number | null,
): string {
  const on = channel === null ? undefined : channels[channel];
  return on ? `/bench/${runId}?charger=${on.charger.id}&channel=${on.channel}` : `/bench/${runId}`;
}
