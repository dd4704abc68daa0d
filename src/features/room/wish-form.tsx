'use client';

import { tz } from '@date-fns/tz';
import { addDays, format, isValid, parse, set } from 'date-fns';
import { useMemo, useState } from 'react';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import type { Problem } from '@/core/quantity/result';
import { URGENCIES } from '@/core/room/charge-wish';
import { type WeighedMove, weighMove } from '@/core/room/weigh-move';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { FormDialog } from '@/ui/form-dialog';
import { Select } from '@/ui/select';
import { useSite } from '@/ui/site';
import { TypedField } from '@/ui/typed-field';
import { channelName, useRoomMoments } from './room-words';

const PATTERN = "yyyy-MM-dd'T'HH:mm";
const BY_PLAN = 'plan';

interface Props {
  readonly view: RoomView;
  /** The battery with the channel and the start that it was moved to, where it was. */
  readonly card: RoomCard;
  readonly onClose: () => void;
}

/** When a battery is wanted and by whom, and where a hand puts it: what that costs is told before it is kept. */
export function WishForm({ view, card, onClose }: Props) {
  const { typed, type, startMs, keep, isSending, problems, written } = useWish(view, card, onClose);
  const { zone } = useSite();
  const { due, channel, start } = typed;
  const weighed = useMemo(
    () =>
      channel === BY_PLAN || startMs === null
        ? null
        : weighMove(view.room, plannedIn(view), { id: card.runId, channel: Number(channel), startMs }),
    [view, card.runId, channel, startMs],
  );
  const options = view.room.waiting.find(({ id }) => id === card.runId)?.options ?? [];
  return (
    <FormDialog
      title={`${card.tag}: wanted when, and where`}
      keep="Plan it so"
      isSending={isSending}
      problems={problems}
      onSend={(event) => void keep(event)}
      onClose={onClose}
    >
      <MomentField
        label="Wanted, charged and rested, by"
        hint="Nothing where nobody waits for it."
        value={due}
        onType={(text) => type({ due: text })}
      />
      <div className="flex flex-wrap gap-2">
        {soonDays(view.room.nowMs, zone).map(({ label, atMs }) => (
          <Button key={label} onClick={() => type({ due: written(atMs) })}>
            {label}
          </Button>
        ))}
        <Button tone="quiet" onClick={() => type({ due: '' })}>
          Nobody waits
        </Button>
      </div>
      {due !== '' && <WhoWaits typed={typed} type={type} />}
      <Select
        label="Goes on"
        value={channel}
        options={[
          { value: BY_PLAN, label: 'Where the plan puts it' },
          ...options.map((option) => ({
            value: String(option.channel),
            label: channelName(view, option.channel),
          })),
        ]}
        onChoose={(value) => type({ channel: value })}
      />
      {channel !== BY_PLAN && (
        <>
          <MomentField label="At" value={start} onType={(text) => type({ start: text })} />
          <WhatItCosts view={view} weighed={weighed} startMs={startMs} />
        </>
      )}
    </FormDialog>
  );
}

/** A wish as it is typed. */
interface Typed {
  readonly due: string;
  readonly weight: string;
  readonly reason: string;
  /** A channel by its place in the room, or the plan’s own. */
  readonly channel: string;
  readonly start: string;
}

/** What is typed of a wish, and the way to keep it. */
function useWish(view: RoomView, card: RoomCard, onKept: () => void) {
  const { zone, whoIsHere } = useSite();
  const here = { in: tz(zone) };
  const written = (ms: number | null) => (ms === null ? '' : format(ms, PATTERN, here));
  const known = view.cards.find(({ runId }) => runId === card.runId) ?? card;
  const [typed, setTyped] = useState<Typed>(() => typedOf(view, { card, known, written }));
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isSending, setSending] = useState(false);
  const msOf = (text: string): number | null => {
    const read = parse(text, PATTERN, new Date(view.room.nowMs), here);
    return isValid(read) ? read.getTime() : null;
  };
  const { due, weight, reason, channel, start } = typed;
  const startMs = msOf(start);
  const keep = async (event: React.FormEvent) => {
    event.preventDefault();
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const dueMs = due === '' ? null : msOf(due);
    if (due !== '' && dueMs === null) return setProblems([notADay('wanted', due)]);
    if (channel !== BY_PLAN && startMs === null) return setProblems([notADay('goes on at', start)]);
    const on = view.channels[Number(channel)];
    const held = on && startMs !== null ? { charger: on.charger.id, channel: on.channel, startMs } : null;
    const wish = { dueMs, weight: dueMs === null ? 1 : Number(weight), reason, held };
    const said = { technicianId, runId: card.runId, seenRevision: known.wishRevision, wish };
    setSending(true);
    const wrong = problemsOf(await send('/api/room/wishes', said, { method: 'PUT' }));
    setSending(false);
    setProblems(wrong);
    if (wrong.length === 0) onKept();
  };
  const type = (some: Partial<Typed>) => setTyped({ ...typed, ...some });
  return { typed, type, startMs, keep, isSending, problems, written };
}

/** What a form begins with: the wish as it is kept, and the place to which a hand has just moved the battery. */
function typedOf(
  view: RoomView,
  {
    card,
    known,
    written,
  }: {
    readonly card: RoomCard;
    readonly known: RoomCard;
    readonly written: (ms: number | null) => string;
  },
): Typed {
  const { wish } = known;
  const isMoved = card.channel !== known.channel || card.plan?.startMs !== known.plan?.startMs;
  const kept = wish.held && {
    channel: view.channels.findIndex(
      ({ charger, channel }) => charger.id === wish.held?.charger && channel === wish.held.channel,
    ),
    startMs: wish.held.startMs,
  };
  const put = isMoved ? { channel: card.channel ?? 0, startMs: card.plan?.startMs ?? null } : kept;
  return {
    due: written(wish.dueMs),
    weight: String(wish.weight),
    reason: wish.reason,
    channel: put ? String(put.channel) : BY_PLAN,
    start: written(put?.startMs ?? known.plan?.startMs ?? view.room.nowMs),
  };
}

const MomentField = (field: React.ComponentProps<typeof TypedField>) => (
  <TypedField {...field} type="datetime-local" />
);

function WhoWaits({
  typed: { weight, reason },
  type,
}: {
  readonly typed: Typed;
  readonly type: (some: Partial<Typed>) => void;
}) {
  return (
    <>
      <Choices
        legend="Who waits"
        name="weight"
        choices={URGENCIES.map(({ weight: value, label }) => ({ value: String(value), label }))}
        chosen={weight}
        onChoose={(value) => type({ weight: value })}
      />
      <TypedField
        label="For"
        hint="The vehicle, the customer, the job."
        maxLength={200}
        value={reason}
        onType={(text) => type({ reason: text })}
      />
    </>
  );
}

const plannedIn = ({ cards }: RoomView) =>
  cards.flatMap(({ runId, standing, channel, plan }) =>
    standing.kind === 'waiting' && channel !== null && plan ? [{ id: runId, channel, ...plan }] : [],
  );

const notADay = (field: string, found: string): Problem => ({
  field,
  found,
  expected: 'a day and a time',
  message: `“${field}”: found “${found}”, expected a day and a time.`,
});

/** The days that are asked for most. */
function soonDays(nowMs: number, zone: string) {
  const here = { in: tz(zone) };
  const at = (days: number, hours: number) =>
    set(addDays(nowMs, days, here), { hours, minutes: 0, seconds: 0, milliseconds: 0 }, here).getTime();
  return [
    { label: 'Today 17:00', atMs: at(0, 17) },
    { label: 'Tomorrow 7:00', atMs: at(1, 7) },
    { label: 'In two days', atMs: at(2, 7) },
  ].filter(({ atMs }) => atMs > nowMs);
}

/** Same hours for a hand, weighted h. */
const FREE_HOURS = 0.05;

function WhatItCosts({
  view,
  weighed,
  startMs,
}: {
  readonly view: RoomView;
  readonly weighed: WeighedMove | null;
  readonly startMs: number | null;
}) {
  const moment = useRoomMoments(view.room.nowMs);
  if (!weighed || startMs === null) return null;
  const { place, addsLateness, moves } = weighed;
  if (!place)
    return (
      <p className="text-warn">
        It finds no place there: its charger cannot charge it, or the wires or the air do not bear it.
      </p>
    );
  const tagOf = (id: string) => view.cards.find(({ runId }) => runId === id)?.tag ?? id;
  const isLater = place.startMs - Math.max(startMs, view.room.nowMs) > 60_000;
  return (
    <div role="status" className="grid gap-1 rounded-md border border-line-strong bg-sheet px-4 py-2">
      {isLater && (
        <p className="text-warn">
          The room allows it from {moment(place.startMs)}: the channel, the wires, the air or the hands are
          taken until then.
        </p>
      )}
      <p>
        Rested <span className="figures font-semibold">{moment(place.readyMs)}</span>.{' '}
        {Math.abs(addsLateness) < FREE_HOURS
          ? 'It costs nobody anything.'
          : addsLateness > 0
            ? `It costs ${addsLateness.toFixed(1)} weighted hours of lateness.`
            : `It saves ${(-addsLateness).toFixed(1)} weighted hours of lateness.`}
      </p>
      {moves.map(({ was, now }) => (
        <p key={was.id} className="text-soft">
          {tagOf(was.id)}: {channelName(view, now.channel)} at {moment(now.startMs)} instead of{' '}
          {moment(was.startMs)}
        </p>
      ))}
    </div>
  );
}
