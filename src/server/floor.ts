import 'server-only';
import { specOf } from '@/core/battery/battery';
import type { BenchCard, DoneLine, FloorView, RackCharge, WholeRun } from '@/core/exchange/views';
import { countBatteries } from '@/store/batteries';
import { doneSince, openRunIds, toChargeFromRacks, wholeRun } from '@/store/runs';
import { type Change, onChange } from './changes';
import type { Context } from './context';
import { arrivalUnderWay } from './import-job';
import { rulesOfRun } from './rules';
import { startOfToday } from './site';
import { offLoop } from './threads';
import { storeWarnings } from './warnings';

/** A bench holds fewer batteries than this, and a day fewer runs. */
const MOST_OPEN = 60;
const MOST_DONE = 100;

/** A rack that was stored longer ago waits for nothing any more, ms; a charger takes fewer than this. */
const RACKS_BACK_MS = 30 * 86_400_000;
const MOST_FROM_RACKS = 60;

/** Shortly after midnight a shift still wants to see what it has just done, ms. */
const LEAST_BACK_MS = 4 * 3_600_000;

/**
 * The Floor as it was computed last: each run's card is worked out once a change, however many screens look. What only
 * time changes, the clocks, each screen counts for itself.
 */
class FloorBoard {
  version = 0;
  private readonly cards = new Map<string, BenchCard>();
  private readonly stale = new Set<string>();
  private readonly renewing = new Map<string, Promise<BenchCard | undefined>>();
  private order: readonly string[] | null = null;
  private done: { readonly sinceMs: number; readonly lines: readonly DoneLine[] } | null = null;
  private fromRacks: readonly RackCharge[] | null = null;
  private batteries: number | null = null;
  private warned: { readonly atMs: number; readonly words: readonly string[] } | null = null;

  note(change: Change): void {
    if (change === 'people') return;
    this.version++;
    if (change === 'registered') {
      this.batteries = null;
      return;
    }
    if (change !== 'all') this.stale.add(change.runId);
    // A reading changes its run's card; which runs there are is asked again only when that may have changed.
    if (change !== 'all' && change.what === 'reading') return;
    this.order = null;
    this.done = null;
    this.fromRacks = null;
    if (change !== 'all') return;
    this.batteries = null;
    this.cards.clear();
  }

  async view(context: Context): Promise<FloorView> {
    const { store } = context;
    const nowMs = context.now();
    const { version } = this;
    this.order ??= await openRunIds(store, MOST_OPEN);
    const { order } = this;
    const onBench: BenchCard[] = [];
    for (const id of order) {
      const known = this.cards.get(id);
      // A card that is out of date is shown until the new one is worked out, which the screens are then told.
      if (known && this.stale.has(id)) void this.renew(context, id);
      const card = known ?? (await this.renew(context, id));
      if (card) onBench.push(card);
    }
    const sinceMs = Math.min(startOfToday(context), nowMs - LEAST_BACK_MS);
    // The day moves on by itself; a list of some minutes ago holds a run more at its end, which nobody misses.
    if (!this.done || sinceMs - this.done.sinceMs > DONE_FOR_MS) {
      this.done = { sinceMs, lines: await doneSince(store, sinceMs, MOST_DONE) };
    }
    this.fromRacks ??= await toChargeFromRacks(store, nowMs - RACKS_BACK_MS, MOST_FROM_RACKS);
    this.batteries ??= await countBatteries(store);
    return {
      nowMs,
      version,
      onBench,
      doneToday: this.done.lines,
      fromRacks: this.fromRacks,
      batteries: this.batteries,
      arriving: arrivalUnderWay(),
      warnings: await this.warningsAt(context, nowMs),
    };
  }

  /** Whether cards are just being worked out anew: what is told now is not the last word. */
  get busy(): boolean {
    return this.renewing.size > 0;
  }

  private renew(context: Context, id: string): Promise<BenchCard | undefined> {
    const under = this.renewing.get(id);
    if (under) return under;
    this.stale.delete(id);
    const work = cardOf(context, id)
      .then((card) => {
        if (card) this.cards.set(id, card);
        return card;
      })
      .finally(() => {
        this.renewing.delete(id);
        this.version++;
      });
    this.renewing.set(id, work);
    return work;
  }

  private async warningsAt(context: Context, nowMs: number): Promise<readonly string[]> {
    if (!this.warned || nowMs - this.warned.atMs > WARNED_FOR_MS || nowMs < this.warned.atMs) {
      this.warned = { atMs: nowMs, words: await storeWarnings(context) };
    }
    return this.warned.words;
  }
}

/** Disk, copies and clock are looked at so often, ms, however many screens ask. */
const WARNED_FOR_MS = 15_000;
const DONE_FOR_MS = 600_000;

// One board a process, as there is one store.
const shared = globalThis as typeof globalThis & { integraFloor?: FloorBoard };

function board(): FloorBoard {
  if (!shared.integraFloor) {
    const made = new FloorBoard();
    onChange((change) => made.note(change));
    shared.integraFloor = made;
  }
  return shared.integraFloor;
}

/** Whether the Floor is just being worked out anew. */
export const floorIsBusy = () => board().busy;

/** What is on the bench now and what was done today, by the site's own day; never less than the last hours. */
export function floorView(context: Context): Promise<FloorView> {
  return board().view(context);
}

async function cardOf(context: Context, id: string): Promise<BenchCard | undefined> {
  const run = await wholeRun(context.store, id);
  if (!run) return undefined;
  try {
    return await workedOut(context, run);
  } catch (error) {
    // One run that cannot be worked out costs its own card, never the Floor.
    context.log.error(error);
    return broken(run, 'it cannot be worked out; the server’s log says why');
  }
}

async function workedOut(context: Context, run: WholeRun): Promise<BenchCard | undefined> {
  const spec = specOf(run.battery);
  if (!spec) return undefined;
  const [wrong] = run.unreadable;
  if (wrong) return broken(run, wrong.message);
  const rules = await context.store.read((database) => rulesOfRun(run.run, database));
  if (!rules.ok) return broken(run, rules.problems[0]?.message ?? '');
  const job = { spec, readings: run.readings, rules: rules.value };
  return { ...headOf(run), ...(await offLoop(context, 'standing', job, {})), unreadable: null };
}

const headOf = ({ run, battery }: WholeRun) => ({
  runId: run.id,
  tag: battery.tag,
  place: battery.place,
  startedAtMs: run.startedAtMs,
  startedById: run.startedById,
});

function broken(run: WholeRun, why: string): BenchCard {
  return {
    ...headOf(run),
    nextStep: 'verdict',
    charging: false,
    hangsOn: null,
    waitsUntilMs: null,
    unreadable: why,
  };
}
