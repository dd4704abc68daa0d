import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { ChargePlan } from '@/core/charging/charge-plan';
import { chargerLacks } from '@/core/charging/charger';
import type { Charger } from '@/core/charging/charger-schema';
import type { RoomView } from '@/core/exchange/room-views';
import { fetchAnswer } from '@/ui/api';
import { Select } from '@/ui/select';
import { useSite, useWords } from '@/ui/site';
import { Tick } from '@/ui/tick';

const SENSES = 'The charger senses the battery’s temperature: set it as at 25 °C, it corrects by itself';
const NONE = { value: '', label: 'Not one of the site’s' };

/** Where the battery is about to hang: one of the site's chargers and its channel, or another one and what that does. */
export interface Hanging {
  readonly charger: Charger | null;
  readonly channel: number;
  readonly senses: boolean;
}

/** The chargers of the site that are in use; the only one there is is the one. */
export function useChargersInUse(): { readonly inUse: readonly Charger[]; readonly first: Hanging } {
  const inUse = useSite().chargers.filter(({ retiredAtMs }) => retiredAtMs === null);
  const planned = useChannelOfAddress();
  const meant = inUse.find(({ id }) => id === planned?.charger);
  const only = meant ?? (inUse.length === 1 ? (inUse[0] ?? null) : null);
  const channel = meant && planned && planned.channel <= meant.channels ? planned.channel : 1;
  return { inUse, first: { charger: only, channel, senses: only?.senses ?? false } };
}

/** The channel that the charge room sent a battery to, as the address says it; null where nobody was sent. */
function useChannelOfAddress(): { readonly charger: string; readonly channel: number } | null {
  const asked = useSearchParams();
  const charger = asked?.get('charger');
  const channel = Number(asked?.get('channel') ?? 1);
  return charger ? { charger, channel: Number.isInteger(channel) && channel > 0 ? channel : 1 } : null;
}

/** What hangs on a channel already, by what the charge room knows; null where nothing does, or nothing answers. */
function useTaken({ charger, channel }: Hanging): string | null {
  const [room, setRoom] = useState<RoomView | null>(null);
  const isAsked = charger !== null;
  useEffect(() => {
    if (!isAsked) return;
    let gone = false;
    void fetchAnswer<RoomView>('/api/room').then((reply) => {
      if (!gone && !('unreachable' in reply) && reply.ok) setRoom(reply.value);
    });
    return () => {
      gone = true;
    };
  }, [isAsked]);
  const on = room?.cards.find(
    ({ standing }) =>
      standing.kind === 'on' &&
      standing.hangsOn?.charger === charger?.id &&
      (standing.hangsOn?.channel ?? 1) === channel,
  );
  return on?.tag ?? null;
}

/** Chooses the charger: what is known of it need not be said again. */
export function ChargerChoice({
  inUse,
  hanging,
  onHang,
}: {
  readonly inUse: readonly Charger[];
  readonly hanging: Hanging;
  readonly onHang: (hanging: Hanging) => void;
}) {
  const words = useWords();
  const { charger, channel, senses } = hanging;
  const taken = useTaken(hanging);
  const choose = (id: string) => {
    const chosen = inUse.find((one) => one.id === id) ?? null;
    onHang({ charger: chosen, channel: 1, senses: chosen?.senses ?? false });
  };
  const channels = Array.from({ length: charger?.channels ?? 1 }, (_, at) => String(at + 1));
  return (
    <div className="grid gap-3">
      {inUse.length > 0 && (
        <div className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_9rem]">
          <Select
            label="Charger"
            value={charger?.id ?? ''}
            options={[
              NONE,
              ...inUse.map(({ id, name, place }) => ({ value: id, label: labelOf(name, place) })),
            ]}
            onChoose={choose}
          />
          {channels.length > 1 && (
            <Select
              label="Channel"
              value={String(channel)}
              options={channels.map((value) => ({ value, label: value }))}
              onChoose={(value) => onHang({ ...hanging, channel: Number(value) })}
            />
          )}
        </div>
      )}
      {taken !== null && (
        <p role="status" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          {taken} hangs there: take it off first, or choose another channel.
        </p>
      )}
      {charger ? (
        charger.senses && <p className="text-soft">{words(`${SENSES}.`)}</p>
      ) : (
        <Tick checked={senses} onChange={(said) => onHang({ ...hanging, senses: said })}>
          {words(SENSES)}
        </Tick>
      )}
    </div>
  );
}

const labelOf = (name: string, place: string) => (place === '' ? name : `${name} · ${place}`);

/** What the chosen charger cannot do of a plan. */
export function ChargerLacks({
  charger,
  plan,
}: {
  readonly charger: Charger | null;
  readonly plan: ChargePlan;
}) {
  const lacks = charger ? chargerLacks(charger, plan) : [];
  if (lacks.length === 0) return null;
  return (
    <p role="status" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
      {lacks.join(' ')} Another charger suits it better.
    </p>
  );
}
