import { createReadStream } from 'node:fs';
import { uuidv7 } from 'uuidv7';
import { tagKey } from '@/core/battery/battery';
import { assessmentRecord } from '@/core/exchange/assessment-record';
import { decoded, encodingOf } from '@/core/exchange/import/encoding';
import { importBlocks, type ReadAs, type RowBlock } from '@/core/exchange/import/import-blocks';
import type { GoodRow } from '@/core/exchange/import/import-reader';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import { labelFromRow } from '@/core/exchange/import/label-from-row';
import type { BatteryRecord } from '@/core/exchange/views';
import { type Result, succeed } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import type { Symptom } from '@/core/steps/complaint/plans';
import { readingsFromEvidence } from '@/core/steps/readings-from-evidence';
import { type IncomingRun, type PackedStretch, packStretch } from '@/store/packed-rows';

/** What rows become: by whom, when, and what all of them have in common. */
export interface RowsBecome {
  readonly importId: string;
  readonly technicianId: string;
  readonly madeAtMs: number;
  readonly complaint: Symptom | null;
  readonly instrument: string;
  /** What the store calls it by. */
  readonly instrumentNumber: number;
  /** Where batteries that are new here are said to belong. */
  readonly place: string;
  readonly rules: HouseRules;
}

/** What the reader of a file asks of whoever keeps the store. */
export interface ImportHost {
  /** The registered batteries among some tags, by the key of the tag. */
  readonly known: (keys: readonly string[]) => Promise<readonly (readonly [string, KnownBattery])[]>;
  /** Stores a stretch; answers false once nobody waits for the import any more. */
  readonly store: (stretch: PackedStretch) => Promise<boolean>;
}

export interface Arrived {
  readonly runs: number;
  readonly newBatteries: number;
  /** Nobody waited any more. */
  readonly stopped: boolean;
}

/** Rows that are stored in one stretch: little enough for a capture to pass between two. */
const ROWS_A_STRETCH = 150;

/** So many stretches are on their way to the store at once: enough that neither side waits for the other's bad moments. */
const STRETCHES_AHEAD = 3;

/** Reads a file of readings from disk and hands its good rows over as runs, stretch by stretch. */
export function readImport(
  job: RowsBecome & { readonly path: string; readonly readAs: ReadAs },
  host: ImportHost,
): Promise<Result<Arrived>> {
  return rowsIn(importBlocks(textOf(job.path), job.readAs, job.rules), job, host);
}

/** Bytes read at once, some hundred rows: what they become is swept away soonest while there is little of it. */
const PIECE = 1 << 14;

/** The text of a file, in whatever way it is written. */
async function* textOf(path: string): AsyncGenerator<string> {
  const encoding = await encodingOf(createReadStream(path));
  yield* decoded(createReadStream(path, { highWaterMark: PIECE }), encoding);
}

/** The same for rows that are at hand. Ends at the first thing that makes them as a whole unreadable. */
export async function rowsIn(
  blocks: AsyncIterable<Result<RowBlock>>,
  become: RowsBecome,
  host: ImportHost,
): Promise<Result<Arrived>> {
  const registered = new Map<string, string>();
  const { importId: id, madeAtMs: atMs, technicianId: byId, instrumentNumber } = become;
  let runs = 0;
  const incoming: IncomingRun[] = [];
  const storing: Promise<boolean>[] = [];
  const arrived = (stopped: boolean) => succeed({ runs, newBatteries: registered.size, stopped });
  /** Hands a stretch over; false once nobody waits any more. While some are stored, the next are made ready. */
  const handOver = async (): Promise<boolean> => {
    const stretch = packStretch(incoming.splice(0, ROWS_A_STRETCH), { id, atMs, byId, instrumentNumber });
    if (storing.length >= STRETCHES_AHEAD && !(await storing.shift())) return false;
    runs += stretch.count;
    const stored = host.store(stretch);
    stored.catch(() => undefined);
    storing.push(stored);
    return true;
  };
  for await (const block of blocks) {
    if (!block.ok) {
      await Promise.allSettled(storing);
      return block;
    }
    const { rows, reader } = block.value;
    const found = await host.known(reader.tagKeys(rows));
    const known = new Map(found.filter(([key]) => !registered.has(key)));
    for (const row of reader.read(rows, known)) if (row.ok) incoming.push(runOf(row, become, registered));
    while (incoming.length >= ROWS_A_STRETCH) {
      if (await handOver()) continue;
      await Promise.allSettled(storing);
      return arrived(true);
    }
  }
  if (incoming.length > 0) await handOver();
  const ended = await Promise.all(storing);
  return arrived(ended.includes(false));
}

/** Readings of a file are named as they are packed. */
const unnamed = () => '';

function runOf(
  row: GoodRow,
  { technicianId, madeAtMs, complaint, instrument, place, rules }: RowsBecome,
  registered: Map<string, string>,
): IncomingRun {
  const takenAtMs = row.takenAtMs ?? madeAtMs;
  const key = tagKey(row.tag);
  const known = row.batteryId ?? registered.get(key);
  const batteryId = known ?? uuidv7();
  if (!known) registered.set(key, batteryId);
  const newBattery: BatteryRecord | null = known
    ? null
    : { id: batteryId, ...labelFromRow(row.tag, row.evidence.battery, place) };
  const runId = uuidv7();
  const { evidence } = row;
  const made = { id: uuidv7(), runId, madeAtMs, override: null };
  const assessment = assessmentRecord({ ...made, evidence, assessment: row.assessment });
  return {
    newBattery,
    assessment,
    run: {
      id: runId,
      batteryId,
      startedAtMs: takenAtMs,
      startedById: technicianId,
      finishedAtMs: takenAtMs,
      finishedById: technicianId,
      rulesId: rules.id,
      rulesVersion: rules.version,
      assessmentId: assessment.id,
    },
    readings: readingsFromEvidence(row.evidence, {
      runId,
      technicianId,
      instrument,
      takenAtMs,
      complaint,
      newId: unnamed,
    }),
  };
}
