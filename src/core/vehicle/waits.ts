import type { CheckName } from './check-reading';

/** What has to pass before something can be read: how long, and from when. Rules of the trade. */
export interface Wait {
  readonly minutes: number;
  readonly from: string;
}

/** The readings that wait, and for what. */
export const WAITS: Readonly<Partial<Record<CheckName, Wait>>> = {
  net_a: { minutes: 3, from: 'the engine started' },
  off_1min_v: { minutes: 1, from: 'the engine was stopped' },
  off_5min_v: { minutes: 5, from: 'the engine was stopped' },
  draw_a: { minutes: 10, from: 'the doors were latched: modules take ten minutes to an hour to sleep' },
};
