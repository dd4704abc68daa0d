import type { SetAdvice } from '../history/sets';
import type { JoinedSet } from '../planning/mismatch';
import type { OneOrAll } from '../planning/one-or-all';
import type { Pairing, Partner } from '../planning/pairing';

/** A unit of a set as it stands in its vehicle. */
export interface SetUnitStanding {
  readonly id: string;
  readonly tag: string;
  readonly slot: string;
  readonly healthPct: number;
  readonly healthSdPct: number;
  /** Points a year, negative where it falls. */
  readonly slopePct: number;
  readonly ageYears: number | null;
}

/** The batteries of a vehicle beside each other. */
export interface SetStanding {
  readonly vehicle: { readonly id: string; readonly name: string };
  readonly joined: 'series' | 'parallel';
  readonly units: readonly SetUnitStanding[];
  /** Points between the strongest and the weakest: now, and in a year as they age. */
  readonly apartPct: number;
  readonly apartInAYearPct: number;
  readonly advice: SetAdvice;
  /** What one or all cost, where one is to be changed. */
  readonly money: OneOrAll | null;
  /** What of the shelf suits its siblings best in place of the one that drags. */
  readonly partner: Partner | null;
}

/** How many units a set is to have, and how they are to be joined. */
export interface SetsAsked {
  readonly size: number;
  readonly joined: JoinedSet;
}

/** The sets of the fleet, and the best ones out of what stands unused. */
export interface SetsView {
  readonly standing: readonly SetStanding[];
  readonly asked: SetsAsked;
  readonly pairing: Pairing;
  /** Where each unit of the shelf stands, by id. */
  readonly places: Readonly<Record<string, string>>;
  readonly currency: string;
}

/** The sizes of set that a shelf is asked for. */
export const SET_SIZES = [2, 3, 4, 6] as const;
