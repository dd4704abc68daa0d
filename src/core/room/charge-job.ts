import type { Shift } from './shifts';

/** A place where one battery can hang: a channel of a charger. */
export interface RoomChannel {
  /** The charger and its channel. */
  readonly id: string;
  /** The circuit that the charger hangs on, as its breaker is labelled. */
  readonly circuit: string;
}

/** How a battery would be charged on one of the channels that suit it. */
export interface ChannelOption {
  /** Which channel, as its place in the room's list. */
  readonly channel: number;
  readonly chargeMs: number;
  /** What it draws from its circuit while it charges, A of the mains. */
  readonly mainsAmps: number;
}

/** A battery that waits for a channel. */
export interface ChargeJob {
  readonly id: string;
  /** It can go on from here: it is there, and has thawed. */
  readonly fromMs: number;
  /** It is wanted charged and rested by then; null where nobody waits for it. */
  readonly dueMs: number | null;
  /** How much an hour of lateness counts beside that of others. */
  readonly weight: number;
  /** So long from its start somebody has to be there: a deeply discharged one is woken under watch. */
  readonly watchedMs: number;
  /** It rests so long after the charge before it can be tested. */
  readonly restMs: number;
  /** Air that keeps its hydrogen thin, m³/h. */
  readonly airPerHour: number;
  /** The channels that suit it; none where no charger of the site can charge it. */
  readonly options: readonly ChannelOption[];
  /** Where and when a hand has put it; the plan goes round it. */
  readonly held?: { readonly channel: number; readonly startMs: number } | undefined;
}

/** A battery that is on a channel now. */
export interface OnChannel extends Omit<ChargeJob, 'fromMs' | 'watchedMs' | 'options' | 'held'> {
  readonly channel: number;
  readonly startMs: number;
  /** How long its charge was planned to take. */
  readonly plannedMs: number;
  /** When it is expected to be full, ms UTC; a moment that has passed says that it is over its time. */
  readonly endMs: number;
  readonly mainsAmps: number;
}

/** What a plan is made for. */
export interface ChargeRoom {
  readonly nowMs: number;
  readonly channels: readonly RoomChannel[];
  /** What each circuit bears, A of the mains; one that is not named here has no limit that is known. */
  readonly circuitAmps: Readonly<Record<string, number>>;
  /** What the fan moves, m³/h; null where that is not known. */
  readonly airPerHour: number | null;
  readonly shifts: readonly Shift[];
  readonly on: readonly OnChannel[];
  readonly waiting: readonly ChargeJob[];
}

/** Where and when a battery charges, and when it can be tested. */
export interface Placed {
  readonly id: string;
  readonly channel: number;
  readonly startMs: number;
  /** When it is full. */
  readonly endMs: number;
  /** When somebody takes it off. */
  readonly offMs: number;
  /** When it has rested. */
  readonly readyMs: number;
}
