import type { BenchCard, DoneLine, FloorView, RackCharge } from './views';

/** What a screen that shows one state of the Floor needs to show a later one. */
export interface FloorChange
  extends Pick<FloorView, 'nowMs' | 'version' | 'batteries' | 'arriving' | 'warnings'> {
  /** The state that it leads on from. */
  readonly from: number;
  readonly onBench: ListChange<BenchCard>;
  readonly doneToday: ListChange<DoneLine>;
  readonly fromRacks: ListChange<RackCharge>;
}

interface ListChange<T> {
  /** All of the list by id, in its order; null where that is as before. */
  readonly order: readonly string[] | null;
  /** What is new or other than before. */
  readonly items: readonly T[];
}

/** What leads from one state of the Floor to a later one. */
export function floorChange(before: FloorView, after: FloorView): FloorChange {
  const { nowMs, version, batteries, arriving, warnings } = after;
  return {
    from: before.version,
    nowMs,
    version,
    batteries,
    arriving,
    warnings,
    onBench: listChange(before.onBench, after.onBench),
    doneToday: listChange(before.doneToday, after.doneToday),
    fromRacks: listChange(before.fromRacks, after.fromRacks),
  };
}

/** The state that a change leads to; undefined where it leads on from another than this one. */
export function withFloorChange(floor: FloorView, change: FloorChange): FloorView | undefined {
  if (change.from !== floor.version) return undefined;
  const { from: _from, onBench, doneToday, fromRacks, ...rest } = change;
  return {
    ...rest,
    onBench: changedList(floor.onBench, onBench),
    doneToday: changedList(floor.doneToday, doneToday),
    fromRacks: changedList(floor.fromRacks, fromRacks),
  };
}

interface Listed {
  readonly runId: string;
}

function listChange<T extends Listed>(before: readonly T[], after: readonly T[]): ListChange<T> {
  const known = new Map(before.map((item) => [item.runId, JSON.stringify(item)]));
  const same = before.length === after.length && after.every(({ runId }, at) => runId === before[at]?.runId);
  return {
    order: same ? null : after.map(({ runId }) => runId),
    items: after.filter((item) => known.get(item.runId) !== JSON.stringify(item)),
  };
}

function changedList<T extends Listed>(before: readonly T[], { order, items }: ListChange<T>): T[] {
  const byId = new Map([...before, ...items].map((item) => [item.runId, item]));
  const ids = order ?? before.map(({ runId }) => runId);
  return ids.flatMap((id) => byId.get(id) ?? []);
}
