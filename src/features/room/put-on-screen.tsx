'use client';

import { clsx } from 'clsx';
import type { PutOnView } from '@/core/exchange/room-views';
import { formatQuantity } from '@/core/quantity/format';
import type { ChannelChoice } from '@/core/room/channel-choices';
import { BatteryLine } from '@/ui/battery-line';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useBarred } from '@/ui/site';
import { useBenchOf } from '@/ui/start-run';
import { useRoomMoments } from './room-words';

/** Where one battery goes on charge: the channels that suit it, what hangs there, and what the charge would be. */
export function PutOnScreen({ view }: { readonly view: PutOnView }) {
  const { battery, runId, standing, isMeasured, channels } = view;
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-4 py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="grow text-2xl font-bold">
          Put <span className="figures break-all">{battery.tag}</span> on charge
        </h1>
        <Link href="/room" className={buttonClass()}>
          Charge room
        </Link>
      </div>
      <BatteryLine battery={battery} />
      {channels === null ? (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Batteries of this type are recorded here, but never charged by these rules.
        </p>
      ) : standing === 'on' ? (
        <p className="text-lg">
          It is on charge already.{' '}
          <Link href={`/bench/${runId}`} className="underline underline-offset-4">
            Look at it on the Bench
          </Link>
        </p>
      ) : (
        <>
          <p className="text-soft">
            {isMeasured
              ? 'The Bench opens at its charge, with the channel chosen and the plan set.'
              : runId === null
                ? 'It is looked at and measured first: the Bench begins a run, and has the channel chosen once it comes to the charge. Hours are for one that is half full.'
                : 'Its run goes on where it is; the channel is chosen once it comes to the charge. Hours are for one that is half full.'}
          </p>
          <Channels view={view} channels={channels} />
        </>
      )}
      <p className="text-sm text-soft">
        Frozen, cracked, leaking or hot: do not charge it. Charger off while clamping; red first, black last.
        Local codes, the maker’s instructions and licensed practice decide.
      </p>
    </main>
  );
}

function Channels({
  view,
  channels,
}: {
  readonly view: PutOnView;
  readonly channels: readonly ChannelChoice[];
}) {
  const { go, problems, isGoing } = useBenchOf(view.battery.id, view.runId);
  if (channels.length === 0)
    return (
      <p className="text-lg text-soft">
        No charger of the site is known yet. A lead adds them on{' '}
        <Link href="/site" className="underline">
          Site
        </Link>
        .
      </p>
    );
  return (
    <>
      <Problems problems={problems} />
      <ul className="grid gap-2">
        {channels.map((choice) => (
          <li key={`${choice.charger.id} ${choice.channel}`}>
            <Channel
              choice={choice}
              nowMs={view.nowMs}
              isGoing={isGoing}
              onChoose={() => go(`?charger=${choice.charger.id}&channel=${choice.channel}`)}
            />
          </li>
        ))}
      </ul>
    </>
  );
}

interface ChannelProps {
  readonly choice: ChannelChoice;
  readonly nowMs: number;
  readonly isGoing: boolean;
  readonly onChoose: () => void;
}

function Channel({ choice, nowMs, isGoing, onChoose }: ChannelProps) {
  const moment = useRoomMoments(nowMs);
  const notWork = useBarred('work');
  const { charger, channel, lacks, plan, taken, keptFor, isPlanned } = choice;
  const name = charger.channels > 1 ? `${charger.name} ${channel}` : charger.name;
  const suits = lacks.length === 0;
  const said = suits
    ? taken
      ? `${taken.tag} hangs there${taken.offMs === null ? '' : `, to come off at ${moment(taken.offMs)}`}`
      : keptFor
        ? keptFor.startMs <= nowMs
          ? `free now; the plan puts ${keptFor.tag} there`
          : `free now; the plan has ${keptFor.tag} there at ${moment(keptFor.startMs)}`
        : 'free now'
    : lacks.join(' ');
  return (
    <button
      type="button"
      disabled={!suits || taken !== null || notWork !== null || isGoing}
      title={notWork ?? undefined}
      onClick={onChoose}
      className={clsx(
        'sheet grid min-h-16 w-full grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 text-left enabled:hover:bg-harbour-wash disabled:bg-transparent',
        isPlanned && suits && 'border-l-8 border-l-charge',
      )}
    >
      <span className="min-w-0">
        <span className="block text-lg font-semibold break-words">{name}</span>
        <span className="block text-sm text-soft">
          {isPlanned && suits && 'planned here · '}
          {charger.place} {charger.place && '· '}
          {said}
        </span>
      </span>
      {suits && plan && (
        <span className="figures text-right">
          <span className="block text-lg font-semibold">{plan.hours.toFixed(1)} h</span>
          <span className="block text-sm text-soft">
            {formatQuantity(plan.absorptionVolts, 'V')}, {formatQuantity(plan.amps, 'A', { decimals: 1 })}
          </span>
        </span>
      )}
    </button>
  );
}
