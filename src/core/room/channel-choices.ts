import type { BatterySpec } from '../battery/battery';
import type { ChargePlan } from '../charging/charge-plan';
import { chargerLacks } from '../charging/charger';
import type { Charger } from '../charging/charger-schema';
import type { ChargeAsked } from './charge-standing';
import { channelsOf, planFor } from './room-of-site';

/** A channel as it stands towards one battery that is to go on. */
export interface ChannelChoice {
  readonly charger: Charger;
  readonly channel: number;
  /** What its charger cannot give of what the charge asks for; empty where it can all of it. */
  readonly lacks: readonly string[];
  /** The charge there; null where its capacity is not known. */
  readonly plan: ChargePlan | null;
  /** What hangs there now, and when it is to come off, ms UTC; null where nothing does. */
  readonly taken: { readonly tag: string; readonly offMs: number | null } | null;
  /** The next that the plan of the room has for it, and when; null where there is none. */
  readonly keptFor: { readonly tag: string; readonly startMs: number } | null;
  /** The plan of the room has this very battery there. */
  readonly isPlanned: boolean;
}

/** A battery of the room as far as its channel is concerned. */
export interface OnOrPlanned {
  readonly tag: string;
  readonly channel: number | null;
  readonly isOn: boolean;
  readonly startMs: number | null;
  readonly offMs: number | null;
}

/**
 * The channels of a site for one battery, the best first: where the plan of the room has it; then those that suit it and are free, the quickest
 * first; then those that are taken, by when they are free; at last those that cannot do what it asks for.
 */
export function channelChoices(
  tag: string,
  { spec, asked }: { readonly spec: BatterySpec; readonly asked: ChargeAsked },
  { chargers, cards }: { readonly chargers: readonly Charger[]; readonly cards: readonly OnOrPlanned[] },
): ChannelChoice[] {
  const choices = channelsOf(chargers).map(({ charger, channel }, at): ChannelChoice => {
    const here = cards.filter((card) => card.channel === at);
    const on = here.find(({ isOn }) => isOn);
    const next = here
      .filter(({ isOn, startMs }) => !isOn && startMs !== null)
      .sort((one, other) => (one.startMs ?? 0) - (other.startMs ?? 0));
    const other = next.find((card) => card.tag !== tag);
    const plan = planFor(spec, asked, charger);
    return {
      charger,
      channel,
      plan,
      lacks: plan ? chargerLacks(charger, plan) : [],
      taken: on ? { tag: on.tag, offMs: on.offMs } : null,
      keptFor: other && other.startMs !== null ? { tag: other.tag, startMs: other.startMs } : null,
      isPlanned: next.some((card) => card.tag === tag),
    };
  });
  return choices.sort((one, other) => rankOf(one) - rankOf(other) || hoursOf(one) - hoursOf(other));
}

const SUITS = { planned: 0, free: 1, taken: 2, lacks: 3 } as const;

function rankOf({ lacks, isPlanned, taken }: ChannelChoice): number {
  if (lacks.length > 0) return SUITS.lacks;
  if (isPlanned) return SUITS.planned;
  return taken ? SUITS.taken : SUITS.free;
}

/** Within those that are alike: when it is free, or how long the charge takes. */
function hoursOf({ taken, plan }: ChannelChoice): number {
  return taken ? (taken.offMs ?? Number.MAX_SAFE_INTEGER) : (plan?.hours ?? 0);
}
