import 'server-only';
import { specOf } from '@/core/battery/battery';
import { checkShape } from '@/core/exchange/check-shape';
import type { ChargeAlarm, RoomCard, RoomMove, RoomView } from '@/core/exchange/room-views';
import type { WholeRun } from '@/core/exchange/views';
import { type Before, NO_PLAN_BEFORE } from '@/core/room/build-plan';
import type { ChargeRoom } from '@/core/room/charge-job';
import type { ChargeStanding } from '@/core/room/charge-standing';
import { NO_WISH } from '@/core/room/charge-wish';
import { meanwhile } from '@/core/room/meanwhile';
import { type Move, movesLately } from '@/core/room/moves';
import { type RoomFacts, RoomFactsSchema, USUAL_ROOM } from '@/core/room/room-facts';
import { airAsked, channelsOf, type RoomBattery, roomOfSite, whyNoChannel } from '@/core/room/room-of-site';
import { nextChangeOver } from '@/core/room/shifts';
import { MS_PER_MINUTE } from '@/core/steps/clocks';
import { everCharged, type KeptWish, keptRoom, marksOfRuns, wishesOf } from '@/store/charge-room';
import { keptChargers } from '@/store/chargers';
import { inChunks } from '@/store/in-chunks';
import { openRunIds, wholeRun } from '@/store/runs';
import { type Change, onChange } from './changes';
import type { Context } from './context';
import { rulesOfRun } from './rules';
import { offLoop } from './threads';

/** A room holds fewer batteries than this. */
const MOST_OPEN = 200;
/** Where runs stood is remembered of so many: those that were finished since among them. */
const MOST_KNOWN = 1000;

/** So many runs are worked out at once. */
const AT_ONCE = 8;

/** A plan that nothing has changed holds so long, ms: charges go on meanwhile. */
const PLANNED_FOR_MS = 60_000;
/** A plan that is older than this is not shown while another is made, ms. */
const SHOWN_FOR_MS = 10 * 60_000;

/** A run as far as the charge room is concerned; null where it is not. */
interface Standing {
  readonly run: WholeRun;
  readonly standing: ChargeStanding;
  readonly restMs: number;
}

/** Where a run stood, and the mark that it had then. */
interface Stood {
  readonly mark: string;
  readonly standing: Promise<Standing | null>;
}

/** Where each open run stands towards the room, worked out once a change of it; and the plan that was shown last. */
class RoomBoard {
  private readonly standings = new Map<string, Stood>();
  private told: { readonly atMs: number; readonly view: Promise<RoomView> } | null = null;
  moves: readonly Move[] = [];
  before: Before = NO_PLAN_BEFORE;

  note(change: Change): void {
    if (change === 'people' || change === 'registered') return;
    this.told = null;
  }

  /**
   * The room as it was planned last, however many screens ask. Planned anew once something has changed; where only a minute has passed, whoever asks
   * is answered at once with how it stood, and the next one with the plan that is made meanwhile.
   */
  async view(context: Context): Promise<RoomView> {
    const { told } = this;
    const ageMs = told ? context.now() - told.atMs : Number.POSITIVE_INFINITY;
    if (told && ageMs >= 0 && ageMs < PLANNED_FOR_MS) return told.view;
    const planned = this.planned(context);
    if (!told || ageMs < 0 || ageMs > SHOWN_FOR_MS) return planned;
    // Whoever asks next hears of what went wrong.
    planned.catch(() => undefined);
    return told.view;
  }

  private planned(context: Context): Promise<RoomView> {
    const nowMs = context.now();
    const view = plannedView(context, this).catch((error: unknown) => {
      this.told = null;
      throw error;
    });
    this.told = { atMs: nowMs, view };
    return view;
  }

  /** Where some runs stand, a few at a time: threads that are asked for too much at once send whoever asks away. */
  async standingsOf(context: Context, ids: readonly string[]): Promise<Standing[]> {
    const all: Standing[] = [];
    const { store } = context;
    const marks = await store.read((database) => marksOfRuns(database, ids));
    for (const some of inChunks(ids, AT_ONCE)) {
      const found = await Promise.all(
        some.map((id) => this.standingOf(context, id, `${store.opened} ${marks.get(id)}`)),
      );
      all.push(...found.filter((one) => one !== null));
    }
    return all;
  }

  private standingOf(context: Context, id: string, mark: string): Promise<Standing | null> {
    const known = this.standings.get(id);
    if (known?.mark === mark) return known.standing;
    const standing = standingOf(context, id).catch((error: unknown) => {
      // One run that cannot be worked out costs its own card, never the room.
      context.log.error(error);
      this.standings.delete(id);
      return null;
    });
    if (this.standings.size >= MOST_KNOWN) this.standings.clear();
    this.standings.set(id, { mark, standing });
    return standing;
  }
}

// One board a process, as there is one store.
const shared = globalThis as typeof globalThis & { integraRoom?: RoomBoard };

function board(): RoomBoard {
  if (!shared.integraRoom) {
    const made = new RoomBoard();
    onChange((change) => made.note(change));
    shared.integraRoom = made;
  }
  return shared.integraRoom;
}

async function standingOf(context: Context, id: string): Promise<Standing | null> {
  const run = await wholeRun(context.store, id);
  const spec = run && specOf(run.battery);
  if (!run || !spec || run.unreadable.length > 0) return null;
  const rules = await context.store.read((database) => rulesOfRun(run.run, database));
  if (!rules.ok) return null;
  const job = { spec, readings: run.readings, rules: rules.value };
  const standing = await offLoop(context, 'chargeStanding', job, {});
  return standing && { run, standing, restMs: rules.value.surface.restMinutes * MS_PER_MINUTE };
}

/** The charge room now, with its plan. */
export const roomView = (context: Context): Promise<RoomView> => board().view(context);

async function plannedView(context: Context, onBoard: RoomBoard): Promise<RoomView> {
  const { store, site } = context;
  const nowMs = context.now();
  const ids = await openRunIds(store, MOST_OPEN);
  const all = await onBoard.standingsOf(context, ids);
  const { kept, chargers, wishes } = await store.read(async (database) => ({
    kept: await keptRoom(database),
    chargers: (await keptChargers(database)).filter(({ retiredAtMs }) => retiredAtMs === null),
    wishes: await wishesOf(database, ids),
  }));
  const facts = factsIn(kept?.facts);
  const members = all.flatMap((one) => memberOf(one, wishes));
  const room = roomOfSite({
    nowMs,
    zone: site.zone,
    facts,
    chargers,
    waiting: members.flatMap(({ standing, ...battery }) =>
      standing.kind === 'waiting' ? [{ ...battery, asked: standing.asked }] : [],
    ),
    on: members.flatMap(({ standing, ...battery }) =>
      standing.kind === 'on' ? [{ ...battery, charge: standing }] : [],
    ),
  });
  const { before } = onBoard;
  const { plan, promises, gives, why } = await offLoop(context, 'planCharging', { room, before }, {});
  const placed = new Map(plan.placed.map((place) => [place.id, place]));
  onBoard.moves = movesLately(onBoard.moves, plan.placed, before, nowMs);
  onBoard.before = placed;
  const cards = all.flatMap((one): RoomCard[] => {
    const { run, standing } = one;
    const spec = specOf(run.battery);
    const wish = wishes.get(run.run.id);
    const onChannel = room.on.find(({ id }) => id === run.run.id);
    const place = placed.get(run.run.id) ?? (onChannel && comingOff(room, onChannel));
    return [
      {
        runId: run.run.id,
        batteryId: run.battery.id,
        tag: run.battery.tag,
        place: run.battery.place,
        standing,
        wish: wish ? withoutRevision(wish) : NO_WISH,
        wishRevision: wish?.revision ?? 0,
        channel: place?.channel ?? null,
        plan: place ?? null,
        promised: promises.get(run.run.id) ?? null,
        whyWaits: why.get(run.run.id) ?? null,
        whyNone: spec && standing.kind === 'waiting' ? whyNoChannel(spec, standing.asked, chargers) : [],
      },
    ];
  });
  const tagOf = new Map(cards.map(({ runId, tag }) => [runId, tag]));
  return {
    facts,
    revision: kept?.revision ?? 0,
    room,
    cards,
    channels: channelsOf(chargers).map(({ charger, channel, circuit }) => ({ charger, channel, circuit })),
    airAsked: airAsked(room),
    circuits: circuitsOf(room),
    lateness: plan.cost.lateness,
    leastLateness: plan.leastLateness,
    exact: plan.exact,
    gives,
    meanwhile: meanwhile(room, plan.placed).map(({ id, channel, readyMs }) => ({
      runId: id,
      channel,
      readyMs,
    })),
    moved: onBoard.moves.flatMap(({ id, was, now }): RoomMove[] => {
      const tag = tagOf.get(id);
      return tag === undefined ? [] : [{ tag, was, now }];
    }),
  };
}

/** What is too hot on its charger just now: every screen says so until somebody has heard it. */
export async function chargeAlarms(context: Context): Promise<ChargeAlarm[]> {
  const { store } = context;
  const open = await openRunIds(store, MOST_OPEN);
  const ids = await store.read((database) => everCharged(database, open));
  const all = await board().standingsOf(context, ids);
  return all.flatMap((one): ChargeAlarm[] => {
    if (one.standing.kind !== 'on' || one.standing.so.kind !== 'too_hot' || !one.standing.last) return [];
    const { last, hangsOn, so } = one.standing;
    const { run, battery } = one.run;
    return [{ runId: run.id, tag: battery.tag, celsius: so.temperatureC, readMs: last.atMs, hangsOn }];
  });
}

const withoutRevision = ({ revision: _revision, ...wish }: KeptWish) => wish;

function memberOf(
  { run, standing, restMs }: Standing,
  wishes: ReadonlyMap<string, KeptWish>,
): (RoomBattery & { readonly standing: ChargeStanding })[] {
  const spec = specOf(run.battery);
  const id = run.run.id;
  return spec ? [{ id, spec, restMs, standing, wish: wishes.get(id) ?? NO_WISH }] : [];
}

/** When one that is on is full, comes off and has rested, as far as can be said. */
function comingOff(room: ChargeRoom, { channel, startMs, endMs, restMs }: ChargeRoom['on'][number]) {
  const offMs = nextChangeOver(room.shifts, Math.max(endMs, room.nowMs), 'there');
  return Number.isFinite(offMs) ? { channel, startMs, endMs, offMs, readyMs: offMs + restMs } : undefined;
}

function circuitsOf(room: ChargeRoom): RoomView['circuits'] {
  const names = [...new Set(room.channels.map(({ circuit }) => circuit))].sort();
  return names.map((name) => ({
    name,
    amps: room.on
      .filter(({ channel }) => room.channels[channel]?.circuit === name)
      .reduce((sum, { mainsAmps }) => sum + mainsAmps, 0),
    most: room.circuitAmps[name] ?? null,
  }));
}

/** What is true of the room as a whole. */
export async function roomFacts({ store }: Context): Promise<RoomFacts> {
  return factsIn((await store.read(keptRoom))?.facts);
}

/** What was kept of the room; what cannot be read today is as if nobody had said anything. */
export function factsIn(kept: unknown): RoomFacts {
  const read = checkShape(RoomFactsSchema, kept);
  return read.ok ? read.value : USUAL_ROOM;
}
