import type { Static } from '@sinclair/typebox';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';

/** What somebody found who held a strip of paper before the fan's grille. */
export const FanCheckSchema = Type.Object(
  {
    atMs: momentSchema('when the fan was looked at, ms UTC'),
    draws: Type.Boolean({ description: 'whether the fan draws' }),
  },
  { additionalProperties: false },
);

export type FanCheck = Static<typeof FanCheckSchema>;

const MS_PER_DAY = 86_400_000;
/** A fan is looked at so often, days. Rule of ours: a shop's working week. */
const FAN_CHECK_DAYS = 7;

/** Whether the fan is to be looked at before the next charge: it never was, or not for long. One that stood still is looked at until it draws. */
export function isFanCheckDue(check: FanCheck | undefined, nowMs: number): boolean {
  return !check?.draws || nowMs - check.atMs > FAN_CHECK_DAYS * MS_PER_DAY;
}

/** Air that can be counted on, m³/h: none while the fan stands still, whatever its plate says; null where it is not known. */
export function airThere({
  airPerHour,
  fan,
}: {
  readonly airPerHour: number | null;
  readonly fan?: FanCheck | undefined;
}): number | null {
  return fan?.draws === false ? 0 : airPerHour;
}
