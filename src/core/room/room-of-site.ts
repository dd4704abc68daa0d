import type { BatterySpec } from '../battery/battery';
import { type ChargePlan, planCharge } from '../charging/charge-plan';
import { chargerLacks } from '../charging/charger';
import type { Charger } from '../charging/charger-schema';
import type { ChannelOption, ChargeJob, ChargeRoom, OnChannel, RoomChannel } from './charge-job';
import type { ChargeAsked, ChargeOn } from './charge-standing';
import type { ChargeWish } from './charge-wish';
import { airThere } from './fan';
import { mainsAmps } from './mains';
import { expectedEndMs } from './promise';
import type { RoomFacts } from './room-facts';
import { shiftsFrom } from './site-shifts';

const MS_PER_HOUR = 3_600_000;
/** A deeply discharged battery is watched until it is plain whether it takes a charge, h. Rule of the trade. */
const WATCHED_HOURS = 4;

/** A battery of the room's, by the id of its run. */
export interface RoomBattery {
  readonly id: string;
  readonly spec: BatterySpec;
  readonly restMs: number;
  readonly wish: ChargeWish;
}

/** What a site knows of its charge room now. */
export interface SiteRoom {
  readonly nowMs: number;
  readonly zone: string;
  readonly facts: RoomFacts;
  /** Those in use. */
  readonly chargers: readonly Charger[];
  readonly waiting: readonly (RoomBattery & { readonly asked: ChargeAsked })[];
  readonly on: readonly (RoomBattery & { readonly charge: ChargeOn })[];
}

/** The channels of a site's chargers, charger by charger. */
export function channelsOf(chargers: readonly Charger[]): (RoomChannel & {
  readonly charger: Charger;
  readonly channel: number;
})[] {
  return chargers.flatMap((charger) =>
    Array.from({ length: charger.channels }, (_, at) => ({
      id: `${charger.id}/${at + 1}`,
      circuit: charger.circuit,
      charger,
      channel: at + 1,
    })),
  );
}

/** The room as a plan is made for it. A charge on no charger of the site draws on nothing of it. */
export function roomOfSite({ nowMs, zone, facts, chargers, waiting, on }: SiteRoom): ChargeRoom {
  const channels = channelsOf(chargers);
  const placeOf = (charger: string | undefined, channel: number | undefined) =>
    channels.findIndex((one) => one.charger.id === charger && one.channel === (channel ?? 1));
  return {
    nowMs,
    channels: channels.map(({ id, circuit }) => ({ id, circuit })),
    circuitAmps: Object.fromEntries(facts.circuits.map(({ name, amps }) => [name, amps])),
    airPerHour: airThere(facts),
    shifts: shiftsFrom(facts.hours, zone, nowMs),
    on: on.flatMap(({ id, charge, spec, restMs, wish }): OnChannel[] => {
      const channel = placeOf(charge.hangsOn?.charger, charge.hangsOn?.channel);
      if (channel < 0) return [];
      const { startMs, plannedMs, amps, volts } = charge;
      const isOver = charge.so.kind === 'full';
      return [
        {
          id,
          channel,
          startMs,
          plannedMs,
          restMs,
          dueMs: wish.dueMs,
          weight: wish.weight,
          endMs: isOver ? nowMs : expectedEndMs(startMs, plannedMs, nowMs),
          mainsAmps: isOver ? 0 : mainsAmps({ amps, absorptionVolts: volts }, facts.mainsVolts),
          airPerHour: planFor(spec, { ...NOTHING_ASKED, mode: charge.mode }, null)?.airPerHour ?? 0,
        },
      ];
    }),
    waiting: waiting.map((battery) => jobOf(battery, { nowMs, channels, facts, placeOf })),
  };
}

/** What is taken of a battery that nobody has measured: half full, at the temperature of the tables. */
export const NOTHING_ASKED = { chargePct: 50, temperatureC: 25 } as const;

/** The charge of a battery on a charger, or on one that gives whatever it stands; null where its capacity is not known. */
export const planFor = (spec: BatterySpec, asked: ChargeAsked, charger: Charger | null) =>
  planCharge(spec, { ...asked, chargerAmps: charger?.mostAmps ?? null, senses: charger?.senses ?? false });

interface At {
  readonly nowMs: number;
  readonly channels: ReturnType<typeof channelsOf>;
  readonly facts: RoomFacts;
  readonly placeOf: (charger: string | undefined, channel: number | undefined) => number;
}

function jobOf(
  { id, spec, restMs, wish, asked }: SiteRoom['waiting'][number],
  { nowMs, channels, facts, placeOf }: At,
): ChargeJob {
  const watchedMs = asked.mode === 'deep' ? WATCHED_HOURS * MS_PER_HOUR : 0;
  const options = channels.flatMap(({ charger }, channel): ChannelOption[] => {
    const plan = planFor(spec, asked, charger);
    if (!plan || chargerLacks(charger, plan).length > 0) return [];
    const full = asked.mode === 'deep' ? planFor(spec, { ...asked, mode: 'normal' }, charger) : plan;
    if (!full) return [];
    const chargeMs = Math.round(full.hours * MS_PER_HOUR) + watchedMs;
    return [{ channel, chargeMs, mainsAmps: mainsAmps(full, facts.mainsVolts) }];
  });
  const heldOn = wish.held ? placeOf(wish.held.charger, wish.held.channel) : -1;
  return {
    id,
    fromMs: nowMs,
    dueMs: wish.dueMs,
    weight: wish.weight,
    watchedMs,
    restMs,
    options,
    airPerHour: planFor(spec, asked, null)?.airPerHour ?? 0,
    held:
      wish.held && heldOn >= 0 ? { channel: heldOn, startMs: Math.max(nowMs, wish.held.startMs) } : undefined,
  };
}

/** Air that all that charges now asks for together, m³/h, and the free opening that lets it in, cm². */
export function airAsked(room: Pick<ChargeRoom, 'on'>): number {
  return room.on.reduce((sum, { airPerHour }) => sum + airPerHour, 0);
}

/** Why no charger of the site can charge a battery, charger by charger; empty where one can. */
export function whyNoChannel(
  spec: BatterySpec,
  asked: ChargeAsked,
  chargers: readonly Charger[],
): readonly string[] {
  const lacks = chargers.map((charger) => {
    const plan: ChargePlan | null = planFor(spec, asked, charger);
    return plan
      ? chargerLacks(charger, plan).map((why) => `${charger.name}: ${why}`)
      : ['Its capacity is not known.'];
  });
  return lacks.some((why) => why.length === 0) ? [] : [...new Set(lacks.flat())];
}
