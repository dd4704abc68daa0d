import type { ChargeJob, ChargeRoom, Placed } from './charge-job';
import { RoomUse } from './room-use';
import { isOnCall } from './shifts';

/**
 * What could go on at once on channels that a plan leaves free for now, each where it would be ready soonest, whoever is planned next first. The plan
 * keeps a battery for a quicker channel where that is less late by what is known now; what will come in the next hour nobody knows, and a channel
 * that stands free gives nothing. Nothing is suggested for which somebody would have to be called, nor what a hand has put elsewhere.
 */
export function meanwhile(room: ChargeRoom, placed: readonly Placed[]): Placed[] {
  if (isOnCall(room.shifts, room.nowMs)) return [];
  const use = new RoomUse(room);
  const jobs = new Map(room.waiting.map((job) => [job.id, job]));
  const isNow = ({ startMs }: Placed) => startMs <= room.nowMs;
  for (const place of placed.filter(isNow)) putInto(use, place, jobs.get(place.id));
  const later = placed.filter((place) => !isNow(place)).sort((one, other) => one.startMs - other.startMs);
  return later.flatMap(({ id }): Placed[] => {
    const job = jobs.get(id);
    if (!job || job.held) return [];
    const [soonest] = job.options
      .flatMap((option) => use.earliest(job, option, 'there') ?? [])
      .filter(isNow)
      .sort((one, other) => one.readyMs - other.readyMs);
    if (!soonest) return [];
    putInto(use, soonest, job);
    return [soonest];
  });
}

function putInto(use: RoomUse, place: Placed, job: ChargeJob | undefined): void {
  const option = job?.options.find(({ channel }) => channel === place.channel);
  if (job && option) use.put(place, job, option);
}
