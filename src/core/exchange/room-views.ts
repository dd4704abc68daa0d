import type { ChargerChannel } from '../charging/charger';
import type { Charger } from '../charging/charger-schema';
import type { ChannelChoice } from '../room/channel-choices';
import type { ChargeRoom } from '../room/charge-job';
import type { ChargeStanding } from '../room/charge-standing';
import type { ChargeWish } from '../room/charge-wish';
import type { ChargingRecord } from '../room/charging-record';
import type { Promised } from '../room/promise';
import type { RoomFacts } from '../room/room-facts';
import type { Give } from '../room/what-would-give';
import type { WhyWaits } from '../room/why-waits';
import type { BatteryRecord } from './views';

/** A battery of the charge room as its screens show it. */
export interface RoomCard {
  readonly runId: string;
  readonly batteryId: string;
  readonly tag: string;
  readonly place: string;
  readonly standing: ChargeStanding;
  readonly wish: ChargeWish;
  readonly wishRevision: number;
  /** The channel it is planned on or on, as its place among the room’s channels; null where it has none. */
  readonly channel: number | null;
  /** When it goes on, is full, comes off and has rested, as planned, ms UTC; null where it has no place. */
  readonly plan: {
    readonly startMs: number;
    readonly endMs: number;
    readonly offMs: number;
    readonly readyMs: number;
  } | null;
  /** When it will be back, with four chances in five; null where it has no place. */
  readonly promised: Promised | null;
  /** Why it does not go on at once; null where it does, or has no place. */
  readonly whyWaits: WhyWaits | null;
  /** Why no charger of the site can charge it. */
  readonly whyNone: readonly string[];
}

/** A battery that is planned otherwise than it was; on and when, by the room’s channels. */
export interface RoomMove {
  readonly tag: string;
  readonly was: { readonly channel: number; readonly startMs: number };
  readonly now: { readonly channel: number; readonly startMs: number };
}

/** The charge room now: what is on which channel, what waits, what rests, and the plan. */
export interface RoomView {
  readonly facts: RoomFacts;
  readonly revision: number;
  /** What the plan was made for, by the ids of the runs. */
  readonly room: ChargeRoom;
  readonly channels: readonly {
    readonly charger: Charger;
    readonly channel: number;
    readonly circuit: string;
  }[];
  readonly cards: readonly RoomCard[];
  /** Air that all that charges asks for together, m³/h. */
  readonly airAsked: number;
  /** Of each circuit, what is drawn now, A of the mains, and what it bears; null where that is not known. */
  readonly circuits: readonly {
    readonly name: string;
    readonly amps: number;
    readonly most: number | null;
  }[];
  /** Hours of lateness in the plan, weighted; the least that any plan could have; and whether every plan was tried. */
  readonly lateness: number;
  readonly leastLateness: number;
  readonly exact: boolean;
  /** What would have to give so that less is late, the smallest thing first. */
  readonly gives: readonly Give[];
  /** What could go on at once on channels that the plan leaves free for now, by run. */
  readonly meanwhile: readonly {
    readonly runId: string;
    readonly channel: number;
    readonly readyMs: number;
  }[];
  /** What is planned otherwise than before. */
  readonly moved: readonly RoomMove[];
}

/** A battery on charge that somebody has to go to now. */
export interface ChargeAlarm {
  readonly runId: string;
  readonly tag: string;
  /** Its temperature as it was read last, °C. */
  readonly celsius: number;
  /** When that was, ms UTC: what was heard once is heard again once it is read again. */
  readonly readMs: number;
  readonly hangsOn: ChargerChannel | null;
}

/** What was charged over some days, with the chargers that gave it. */
export interface ChargingRecordView extends ChargingRecord {
  readonly days: number;
  readonly sinceMs: number;
}

/** Where one battery could go on charge. */
export interface PutOnView {
  readonly battery: BatteryRecord;
  readonly nowMs: number;
  /** Its run on the bench; null where none is open. */
  readonly runId: string | null;
  /** How it stands towards the room; null where it has nothing to do with it yet. */
  readonly standing: ChargeStanding['kind'] | null;
  /** Its charge and temperature have been read: the plans are made for it. Otherwise they are made for one that is half full. */
  readonly isMeasured: boolean;
  /** The channels of the site, the best first; null where a battery of its type is not charged here. */
  readonly channels: readonly ChannelChoice[] | null;
}

/** A battery of a round: it runs low in store, is to be equalised, or both. */
export interface RoundUnit {
  readonly battery: BatteryRecord;
  readonly charge: { readonly nowPct: number; readonly byMs: number } | null;
  readonly equalise: {
    readonly byMs: number;
    /** When it was equalised last; null where it was not for longer than anybody looks back. */
    readonly lastMs: number | null;
  } | null;
}

/** A round through store and yard, the way one walks: place by place. */
export interface RoundView {
  readonly nowMs: number;
  readonly days: number;
  /** How warm the store is taken to be, °C: they run down the sooner the warmer it is. */
  readonly celsius: number;
  readonly places: readonly { readonly place: string; readonly units: readonly RoundUnit[] }[];
}
