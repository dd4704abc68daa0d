import type { ChannelOption, ChargeJob, ChargeRoom, Placed } from './charge-job';
import { type Hands, nextChangeOver, nextWatched } from './shifts';

/** Something that draws on a limit for a while. */
interface Load {
  readonly fromMs: number;
  readonly toMs: number;
  readonly much: number;
}

/** Which limit stands in the way of a battery, and the next moment at which it might not. */
export interface Hindrance {
  readonly kind: 'channel' | 'circuit' | 'air';
  readonly untilMs: number;
}

/** A limit takes this little more before it counts as broken: sums of decimals are not exact. */
const SLACK = 1e-9;
/** However full the room is, a place is found or given up after so many looks. */
const MOST_LOOKS = 10_000;

/** What of a room is taken when: its channels, the current of its circuits, its air. Grows by what is put into it, and shrinks again. */
export class RoomUse {
  private readonly byChannel: Load[][];
  private readonly byCircuit = new Map<string, Load[]>();
  private readonly air: Load[] = [];

  constructor(private readonly room: ChargeRoom) {
    this.byChannel = room.channels.map(() => []);
    for (const { channel, endMs, mainsAmps, airPerHour, startMs } of room.on) {
      // One that is over its time goes on drawing until somebody looks.
      const fullMs = Math.max(endMs, room.nowMs);
      const offMs = nextChangeOver(room.shifts, fullMs, 'there');
      this.add(channel, { startMs, endMs: fullMs, offMs }, { mainsAmps, airPerHour });
    }
  }

  /**
   * The earliest place of a battery on one of its channels, nothing that is in the room already being moved.
   * @param hands who puts it on and takes it off
   * @returns null where it finds none before nobody comes any more
   */
  earliest(job: ChargeJob, option: ChannelOption, hands: Hands): Placed | null {
    const { shifts } = this.room;
    const { chargeMs, channel } = option;
    let startMs = this.firstStart(job, hands);
    for (let look = 0; look < MOST_LOOKS; look++) {
      startMs = nextChangeOver(shifts, startMs, hands);
      if (job.watchedMs > 0) startMs = nextWatched(shifts, startMs, job.watchedMs);
      const endMs = startMs + chargeMs;
      const offMs = nextChangeOver(shifts, endMs, hands);
      if (!Number.isFinite(offMs)) return null;
      const hindrance = this.hindrance(job, option, { startMs, endMs, offMs });
      if (hindrance === null)
        return { id: job.id, channel, startMs, endMs, offMs, readyMs: offMs + job.restMs };
      startMs = hindrance.untilMs;
    }
    return null;
  }

  /** The earliest moment at which hands could put a battery on, were every channel free, ms UTC. */
  firstStart(job: ChargeJob, hands: Hands): number {
    const fromMs = Math.max(job.fromMs, this.room.nowMs, job.held?.startMs ?? 0);
    return nextChangeOver(this.room.shifts, fromMs, hands);
  }

  /** Puts a battery into its place. */
  put(placed: Placed, job: ChargeJob, option: ChannelOption): void {
    this.add(placed.channel, placed, { mainsAmps: option.mainsAmps, airPerHour: job.airPerHour });
  }

  /** Takes the one that was put last out again. */
  takeBack({ channel }: Placed): void {
    this.byChannel[channel]?.pop();
    this.circuitOf(channel).pop();
    this.air.pop();
  }

  /** When each channel is free for good, ms UTC. */
  freeFrom(channel: number): number {
    return Math.max(this.room.nowMs, ...(this.byChannel[channel] ?? []).map(({ toMs }) => toMs));
  }

  private add(
    channel: number,
    { startMs, endMs, offMs }: Pick<Placed, 'startMs' | 'endMs' | 'offMs'>,
    { mainsAmps, airPerHour }: { readonly mainsAmps: number; readonly airPerHour: number },
  ): void {
    this.byChannel[channel]?.push({ fromMs: startMs, toMs: offMs, much: 1 });
    this.circuitOf(channel).push({ fromMs: startMs, toMs: endMs, much: mainsAmps });
    this.air.push({ fromMs: startMs, toMs: endMs, much: airPerHour });
  }

  private circuitOf(channel: number): Load[] {
    const name = this.room.channels[channel]?.circuit ?? '';
    const known = this.byCircuit.get(name);
    if (known) return known;
    const made: Load[] = [];
    this.byCircuit.set(name, made);
    return made;
  }

  /** What stands in the way of a battery on one of its channels at some times; null where nothing does. */
  hindrance(
    job: ChargeJob,
    { channel, mainsAmps }: ChannelOption,
    { startMs, endMs, offMs }: Pick<Placed, 'startMs' | 'endMs' | 'offMs'>,
  ): Hindrance | null {
    const taken = freeAgain(this.byChannel[channel] ?? [], startMs, offMs, 0);
    if (taken !== null) return { kind: 'channel', untilMs: taken };
    const circuit = this.room.channels[channel]?.circuit ?? '';
    const most = this.room.circuitAmps[circuit];
    if (most !== undefined) {
      const drawn = freeAgain(this.circuitOf(channel), startMs, endMs, most - mainsAmps);
      if (drawn !== null) return { kind: 'circuit', untilMs: drawn };
    }
    const { airPerHour } = this.room;
    const air = airPerHour === null ? null : freeAgain(this.air, startMs, endMs, airPerHour - job.airPerHour);
    return air === null ? null : { kind: 'air', untilMs: air };
  }
}

/**
 * Whether loads leave room for another over a stretch of time: null where they do, and otherwise the moment at which the first
 * of those that stand in its way ends. Until then any later start meets the same loads.
 */
function freeAgain(loads: readonly Load[], fromMs: number, toMs: number, most: number): number | null {
  if (most < -SLACK) return Number.POSITIVE_INFINITY;
  let all = 0;
  const within: Load[] = [];
  for (const load of loads) {
    if (load.fromMs >= toMs || load.toMs <= fromMs) continue;
    within.push(load);
    all += load.much;
  }
  if (all <= most + SLACK) return null;
  // A sum of loads only rises where one begins.
  within.sort((one, other) => one.fromMs - other.fromMs);
  let there: Load[] = [];
  let sum = 0;
  for (const load of within) {
    const atMs = Math.max(load.fromMs, fromMs);
    const still: Load[] = [];
    for (const one of there) {
      if (one.toMs > atMs) still.push(one);
      else sum -= one.much;
    }
    still.push(load);
    there = still;
    sum += load.much;
    if (sum > most + SLACK) return Math.min(...there.map((one) => one.toMs));
  }
  return null;
}
