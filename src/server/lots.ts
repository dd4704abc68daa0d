import 'server-only';
import { tagKey } from '@/core/battery/battery';
import type { ImportRecord, LotRecord, LotSummary } from '@/core/exchange/arrival-views';
import { checkShape } from '@/core/exchange/check-shape';
import { csvText, defusedEntry } from '@/core/exchange/csv-text';
import type { RowBlock } from '@/core/exchange/import/import-blocks';
import { ImportReader } from '@/core/exchange/import/import-reader';
import { RUN_COLUMNS } from '@/core/exchange/list-csv';
import { LotJudge, type LotJudgement } from '@/core/exchange/lot/judge-lot';
import { lotCells, lotHeader, lotRows } from '@/core/exchange/lot/lot-grid';
import { BLANK_GRADES, gradedCells } from '@/core/exchange/readings-csv/graded';
import { LotNameSchema, LotRowsSchema, MOST_LOT_ROWS } from '@/core/exchange/site/records';
import { type Result, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import type { HouseRules } from '@/core/rules/house-rules';
import { TYPED } from '@/core/steps/typed';
import { rowsIn } from '@/heavy/read-import';
import { knownBatteries, rulesOfImport } from '@/store/imports';
import { addLot, changeLot, closeLot, dropLot, judgeLotBy, listLots, lotById } from '@/store/lots';
import { type Answer, refused, refusedSaying } from './answer';
import type { Context } from './context';
import { arriveAsRows, UNWATCHED_WRITE } from './import-job';
import { rulesOfRun, rulesToday } from './rules';

const Uuid = Type.String({ format: 'uuid' });
const Revision = Type.Integer({ minimum: 1, maximum: 1_000_000_000 });
const NewLot = Type.Object(
  { id: Uuid, name: LotNameSchema, technicianId: Uuid },
  { additionalProperties: false },
);
const LotChange = Type.Object(
  { id: Uuid, name: LotNameSchema, rows: LotRowsSchema, seenRevision: Revision },
  { additionalProperties: false },
);
const StoreLot = Type.Object(
  {
    id: Uuid,
    importId: Uuid,
    technicianId: Uuid,
    seenRevision: Revision,
    seenRuns: Type.Integer({ minimum: 1, maximum: MOST_LOT_ROWS }),
  },
  { additionalProperties: false },
);
const OnLot = Type.Object({ id: Uuid }, { additionalProperties: false });

const LOTS_SHOWN = 200;

export async function lotList(context: Context): Promise<LotSummary[]> {
  return listLots(context.store, LOTS_SHOWN);
}

/** A rack with the rules that it is judged by. */
export interface LotView {
  readonly lot: LotRecord;
  /** Those that were in force when it was begun, or that it was judged by since; of a stored one those that it was stored by. */
  readonly rules: HouseRules;
  /** The house's rules in force today, where those are others. */
  readonly newer: HouseRules | null;
}

/** A rack by its id; undefined where there is none. */
export async function lotView(context: Context, id: string): Promise<LotView | undefined> {
  const today = await rulesToday(context);
  return context.store.read(async (database) => {
    const lot = await lotById(database, id);
    if (!lot) return undefined;
    const storedBy = lot.importId === null ? ownRules(lot) : await rulesOfImport(database, lot.importId);
    const rules = storedBy && (await rulesOfRun(storedBy, database));
    if (!rules?.ok) return { lot, rules: today, newer: null };
    const isToday = rules.value.id === today.id && rules.value.version === today.version;
    return { lot, rules: rules.value, newer: isToday ? null : today };
  });
}

/** The rules that a rack names for itself; undefined for one from before racks did. */
const ownRules = ({ rulesId, rulesVersion }: LotRecord) =>
  rulesId && rulesVersion ? { rulesId, rulesVersion } : undefined;

/** The rules that a rack is stored by: its own, else those of today. */
async function rulesOfLot(context: Context, lot: LotRecord): Promise<HouseRules> {
  const own = ownRules(lot);
  const rules = own && (await context.store.read((database) => rulesOfRun(own, database)));
  return rules?.ok ? rules.value : rulesToday(context);
}

/** Has a rack that is not stored yet judged by the rules of today. */
export async function judgeLotByToday(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(OnLot, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, version } = await rulesToday(context);
  return (await judgeLotBy(context.store, checked.value.id, { rulesId: id, rulesVersion: version }))
    ? succeed(null)
    : refused('missing', 'id', checked.value.id, 'a rack that is not stored yet');
}

/** Begins a rack. */
export async function beginLot(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(NewLot, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, name, technicianId } = checked.value;
  const nowMs = context.now();
  const rules = await rulesToday(context);
  await addLot(context.store, {
    rulesId: rules.id,
    rulesVersion: rules.version,
    id,
    name: name.trim(),
    rows: [],
    revision: 1,
    importId: null,
    startedAtMs: nowMs,
    startedById: technicianId,
    changedAtMs: nowMs,
  });
  return succeed({ id });
}

/** Keeps a rack as it was typed. */
export async function saveLot(context: Context, input: unknown): Promise<Answer<{ revision: number }>> {
  const checked = checkShape(LotChange, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const change = { ...checked.value, changedAtMs: context.now() };
  const revision = await changeLot(context.store, change);
  return revision === undefined ? refusedSaying('conflict', 'seenRevision', CHANGED) : succeed({ revision });
}

const CHANGED =
  'This rack was changed elsewhere meanwhile. Load it again; what you typed last is not in it yet.';

/** Throws a rack away that was not stored. */
export async function discardLot(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(OnLot, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  return (await dropLot(context.store, checked.value.id))
    ? succeed(null)
    : refused('missing', 'id', checked.value.id, 'a rack that is not stored yet');
}

/** Stores the good rows of a rack as finished runs, new batteries registered on the way, all or nothing. */
export async function storeLot(context: Context, input: unknown): Promise<Answer<ImportRecord>> {
  const checked = checkShape(StoreLot, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, importId, technicianId, seenRevision, seenRuns } = checked.value;
  const { store } = context;
  const lot = await store.read((database) => lotById(database, id));
  if (!lot) return refused('missing', 'id', id, 'a rack');
  if (lot.importId !== null && lot.importId !== importId) {
    return refusedSaying('conflict', 'id', 'This rack is stored already.');
  }
  if (lot.revision !== seenRevision) return refusedSaying('conflict', 'seenRevision', CHANGED);
  const { rows } = lot;
  return arriveAsRows(
    context,
    {
      id: importId,
      name: lot.name,
      source: 'lot',
      madeById: technicianId,
      seenRuns,
      complaint: 'used_unit',
      instrument: TYPED,
      place: lot.name.slice(0, PLACE_LENGTH),
      rules: await rulesOfLot(context, lot),
      watched: UNWATCHED_WRITE,
    },
    (become, host) => rowsIn(lotBlock(rows, become.rules), become, host),
    (transaction) => closeLot(transaction, id, importId),
  );
}

/** As long as a battery's place may be. */
const PLACE_LENGTH = 80;

async function* lotBlock(rows: LotRecord['rows'], rules: HouseRules): AsyncGenerator<Result<RowBlock>> {
  const reader = new ImportReader(lotHeader(), rules);
  yield succeed({ rows: lotRows(rows), reader });
}

/** A rack with what each of its rows comes to, on the batteries that are registered now. */
export async function judgedLot(
  context: Context,
  id: string,
): Promise<
  { readonly lot: LotRecord; readonly judged: LotJudgement[]; readonly rules: HouseRules } | undefined
> {
  const view = await lotView(context, id);
  if (!view) return undefined;
  const keys = view.lot.rows.map(({ tag = '' }) => tagKey(tag)).filter((key) => key !== '');
  const known = await context.store.read((database) => knownBatteries(database, keys));
  return { ...view, judged: new LotJudge(view.rules).judge(view.lot.rows, known) };
}

/** A cell as a list has it: a decimal comma that somebody typed is a point, as in the figures beside it. */
const plainEntry = (text: string) =>
  defusedEntry(/^[+-]?\d*,\d+$/.test(text.trim()) ? text.trim().replace(',', '.') : text);

/** A rack as readings with their grading; undefined where there is no such rack. */
export async function lotCsv(
  context: Context,
  id: string,
): Promise<{ readonly name: string; readonly text: string } | undefined> {
  const view = await judgedLot(context, id);
  if (!view) return undefined;
  const rows = view.judged.flatMap((judgement, index) => {
    const typed = view.lot.rows[index];
    if (judgement.kind === 'blank' || !typed) return [];
    const grades = judgement.kind === 'good' ? gradedCells(judgement.row.assessment) : BLANK_GRADES;
    return [[...lotCells(typed).map(plainEntry), ...grades]];
  });
  return { name: view.lot.name, text: csvText([RUN_COLUMNS, ...rows]) };
}
