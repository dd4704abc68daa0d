import type { Static } from '@sinclair/typebox';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';
import { SYMPTOMS, type Symptom } from '../steps/complaint/plans';

/** What a vehicle counts its use in. */
export const METER_UNITS = { km: 'km', h: 'h' } as const;
export type MeterUnit = keyof typeof METER_UNITS;

const Uuid = Type.String({ format: 'uuid' });
const noted = { minimum: 0, maximum: 10_000_000 };

/** One arrival of a vehicle with its complaint: what is read of it and of its batteries meanwhile belongs together. */
export const VisitSchema = Type.Object(
  {
    id: Uuid,
    vehicleId: Uuid,
    arrivedAtMs: momentSchema('when it came in, ms UTC'),
    /** Null while it is here. */
    leftAtMs: Type.Union([momentSchema('when it left, ms UTC'), Type.Null()]),
    complaint: Type.Unsafe<Symptom>({ enum: [...SYMPTOMS], description: 'complaint' }),
    /** The driver's own words. */
    words: Type.String({ maxLength: 400, description: 'what the driver says' }),
    /** What its odometer or its hour meter showed. */
    meter: Type.Union([Type.Number({ ...noted, description: 'odometer or hours' }), Type.Null()]),
    meterUnit: Type.Unsafe<MeterUnit>({ enum: Object.keys(METER_UNITS), description: 'km or h' }),
    technicianId: Uuid,
  },
  { additionalProperties: false },
);

export type Visit = Static<typeof VisitSchema>;

/** Something that was done at a moment. */
interface Dated {
  readonly startedAtMs: number;
}

/** Visits with what was done during each, and what was done outside of all of them; everything the newest first. */
export interface VisitsWithWork<W> {
  readonly visits: readonly { readonly visit: Visit; readonly work: readonly W[] }[];
  readonly outside: readonly W[];
}

/**
 * Puts work under the visit during which it began. Of two visits that overlap, which can only come about by files that
 * are joined, the later one has it.
 */
export function workByVisit<W extends Dated>(
  visits: readonly Visit[],
  work: readonly W[],
): VisitsWithWork<W> {
  const newestVisits = [...visits].sort((one, other) => other.arrivedAtMs - one.arrivedAtMs);
  const newestWork = [...work].sort((one, other) => other.startedAtMs - one.startedAtMs);
  const visitOf = new Map(
    newestWork.map((one) => [one, newestVisits.find((visit) => isDuring(visit, one.startedAtMs))?.id]),
  );
  return {
    visits: newestVisits.map((visit) => ({
      visit,
      work: newestWork.filter((one) => visitOf.get(one) === visit.id),
    })),
    outside: newestWork.filter((one) => visitOf.get(one) === undefined),
  };
}

function isDuring({ arrivedAtMs, leftAtMs }: Visit, atMs: number): boolean {
  return arrivedAtMs <= atMs && (leftAtMs === null || atMs <= leftAtMs);
}

/**
 * What cannot be about the meter of a visit after the one before it: it only counts up. A new meter begins anew, so that it
 * is asked about, not refused.
 * @returns what it showed before; null where nothing is odd
 */
export function meterBefore(meter: number, unit: MeterUnit, earlier: readonly Visit[]): number | null {
  const shown = earlier.flatMap((visit) => (visit.meterUnit === unit && visit.meter !== null ? [visit] : []));
  const last = shown.sort((one, other) => other.arrivedAtMs - one.arrivedAtMs)[0]?.meter ?? null;
  return last !== null && meter < last ? last : null;
}
