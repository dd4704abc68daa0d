import 'server-only';
import type { TOptional, TString } from '@sinclair/typebox';
import type { ImportRecord } from '@/core/exchange/arrival-views';
import { checkShape } from '@/core/exchange/check-shape';
import { DATE_ORDERS, type DateOrder } from '@/core/exchange/import/dates';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import { IMPORT_LIMITS } from '@/core/exchange/import/limits';
import { FIXABLE_COLUMNS } from '@/core/exchange/import/mapping';
import { USED_COLUMNS, type UsedColumn } from '@/core/exchange/readings-csv/columns';
import { refusal } from '@/core/people/permissions';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { importById, knownBatteries, listImports, takeBack, touchedSince } from '@/store/imports';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import type { Watched } from './http';
import { arriveAsRows } from './import-job';
import { rulesToday } from './rules';
import { startOfToday } from './site';
import { offLoop } from './threads';

const Uuid = Type.String({ format: 'uuid' });

/** What is said of a file beside the file itself. */
const ImportMeta = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    name: Type.String({ minLength: 1, maxLength: 120, description: 'name of the file' }),
    mapping: Type.Array(
      Type.Unsafe<UsedColumn | null>(
        Type.Union([...USED_COLUMNS.map((column) => Type.Literal(column)), Type.Null()]),
      ),
      { maxItems: IMPORT_LIMITS.columns, description: 'what each column is taken for' },
    ),
    /** What all rows have in common although no column says so. */
    fixed: Type.Optional(
      Type.Object(
        Object.fromEntries(
          FIXABLE_COLUMNS.map((column) => [column, Type.Optional(Type.String({ maxLength: 20 }))]),
        ) as Record<(typeof FIXABLE_COLUMNS)[number], TOptional<TString>>,
        { additionalProperties: false },
      ),
    ),
    /** How its moments are written, where that is not as the format writes them. */
    dateOrder: Type.Optional(
      Type.Unsafe<DateOrder>({ enum: [...DATE_ORDERS], description: 'how dates are written' }),
    ),
    /** Good rows that the preview showed. */
    seenRuns: Type.Integer({ minimum: 1, maximum: IMPORT_LIMITS.rows, description: 'good rows seen' }),
  },
  { additionalProperties: false },
);

const UndoImport = Type.Object({ importId: Uuid, technicianId: Uuid }, { additionalProperties: false });
const Tags = Type.Object(
  { keys: Type.Array(Type.String({ maxLength: 4000 }), { maxItems: 10_000, description: 'tags' }) },
  { additionalProperties: false },
);

const IMPORTS_SHOWN = 50;
const MOST_TAGS_TOLD = 3;

/** The registered batteries among some tags: what a preview holds its rows against. */
export async function answerKnown(
  context: Context,
  input: unknown,
): Promise<Answer<readonly (readonly [string, KnownBattery])[]>> {
  const checked = checkShape(Tags, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { store } = context;
  return succeed([...(await store.read((database) => knownBatteries(database, checked.value.keys)))]);
}

export async function importList(context: Context): Promise<ImportRecord[]> {
  return listImports(context.store, IMPORTS_SHOWN);
}

/**
 * Stores the good rows of a file of readings as finished runs, all of them or none. The file is read again just as the
 * preview read it; where that comes to another number of rows than was seen, nothing is stored.
 */
export async function importReadings(
  context: Context,
  meta: unknown,
  path: string,
  watched: Watched,
): Promise<Answer<ImportRecord>> {
  const checked = checkShape(ImportMeta, meta);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, technicianId, name, mapping, seenRuns, fixed = {}, dateOrder } = checked.value;
  const dates = dateOrder ? { order: dateOrder, zone: context.site.zone } : null;
  return arriveAsRows(
    context,
    {
      id,
      name,
      seenRuns,
      watched,
      madeById: technicianId,
      source: 'file',
      complaint: null,
      instrument: 'read from a file',
      place: '',
      rules: await rulesToday(context),
    },
    (become, host) =>
      offLoop(context, 'readImport', { ...become, path, readAs: { mapping, fixed, dates } }, host),
  );
}

/** Takes a whole import back, unless somebody has worked on one of its runs since. */
export async function undoImport(context: Context, input: unknown): Promise<Answer<ImportRecord>> {
  const checked = checkShape(UndoImport, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { importId, technicianId } = checked.value;
  const { store } = context;
  return store.write(async (transaction): Promise<Answer<ImportRecord>> => {
    const made = await importById(transaction, importId);
    if (!made) return refused('missing', 'importId', importId, 'an import');
    if (made.undoneAtMs !== null) return succeed(made);
    if (made.state !== 'in')
      return refusedSaying('conflict', 'importId', 'It is still coming in: stop it there.');
    if (made.source === 'site_file') return refusedSaying('conflict', 'importId', SITE_STAYS);
    const own = made.madeById === context.actor;
    const today = made.madeAtMs >= startOfToday(context);
    const barred = context.isOpen ? null : refusal(context.role, 'take_back', { ...NO_DEED, own, today });
    if (barred) return refusedSaying('may_not', 'importId', barred);
    const touched = await touchedSince(transaction, importId, MOST_TAGS_TOLD + 1);
    if (touched.length > 0) return refusedSaying('conflict', 'importId', workedOn(touched));
    const undone = { undoneAtMs: context.now(), undoneById: technicianId };
    await takeBack(transaction, importId, undone);
    changed('all');
    return succeed<ImportRecord>({ ...made, ...undone, state: 'taken_back' });
  });
}

const NO_DEED = { own: false, today: false, reason: '', confirmed: false };

const SITE_STAYS =
  'The file of a whole site is not taken back: its rules, vehicles and people may be in use. Put back the copy from before.';

function workedOn(tags: readonly string[]): string {
  const told = tags.slice(0, MOST_TAGS_TOLD).join(', ');
  const more = tags.length > MOST_TAGS_TOLD ? ' and others' : '';
  return `Runs of this import were worked on since: ${told}${more}. It cannot be taken back as a whole any more.`;
}
