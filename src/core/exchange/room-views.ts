import type { ChargerChannel } from '../charging/charger';
import type { Charger } from '../charging/charger-schema';
import type { ChargeRoom } from '../room/charge-job';
import type { ChargeStanding } from '../room/charge-standing';
import type { ChargeWish } from '../room/charge-wish';
import type { ChargingRecord } from '../room/charging-record';
import type { Promised } from '../room/promise';
import type { RoomFacts } from '../room/room-facts';
import type { Give } from '../room/what-would-give';

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
