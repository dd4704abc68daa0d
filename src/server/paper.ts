import 'server-only';
import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import { tagKey } from '@/core/battery/battery';
import { tagSeries } from '@/core/battery/tag-series';
import type { BatteryRecord, RunView } from '@/core/exchange/views';
import { type Result, succeed } from '@/core/quantity/result';
import { type BatteryTag, batteryTag, blankTag, type LabelSize } from '@/core/report/battery-tag';
import { checkLabel } from '@/core/report/check-label';
import { type Audience, type Slip, slipIn, slipOf } from '@/core/report/slip';
import { batteriesByIds } from '@/store/batteries';
import { batteriesOfImport, knownBatteries } from '@/store/imports';
import { lotById } from '@/store/lots';
import { newestRuns } from '@/store/newest-runs';
import { outlookById, outlooksById } from '@/store/outlooks';
import { newestVerdicts } from '@/store/runs';
import { checkSlipView } from './checks';
import type { Context } from './context';
import { runView } from './runs';
import { technicians } from './technicians';
import { offLoop } from './threads';

/** A moment as paper shows it, in the site’s own zone. */
export function paperMoment(context: Context, atMs: number): string {
  return format(atMs, 'd MMM yyyy, HH:mm', { in: tz(context.site.zone) });
}

/** A day as paper shows it, in the site’s own zone. */
export function paperDay(context: Context, atMs: number): string {
  return format(atMs, 'd MMM yyyy', { in: tz(context.site.zone) });
}

/** The slip of a run; undefined where there is no such run, or none that is graded. */
export async function slipView(
  context: Context,
  runId: string,
  audience: Audience,
): Promise<Slip | undefined> {
  const view = await runView(context, runId);
  const slip = view && slipOf(view, audience, await technicians(context), context.site);
  if (!view || !slip) return undefined;
  const expectedMs = await nextCheckOf(context, view);
  const dated =
    expectedMs === null || slip.nextCheckMs === null ? slip : { ...slip, nextCheckMs: expectedMs };
  return slipIn(dated, context.site.temperatureUnit);
}

/** When its own life says that a battery is to be looked at again, for the slip of its newest run; null for any other. */
async function nextCheckOf({ store }: Context, { run, battery }: RunView): Promise<number | null> {
  if (run.finishedAtMs === null) return null;
  return store.read(async (database) => {
    const newest = (await newestRuns(database, [battery.id])).get(battery.id);
    if (newest?.runId !== run.id) return null;
    const outlook = await outlookById(database, battery.id);
    return outlook && outlook.madeAtMs >= newest.atMs ? outlook.nextCheckMs : null;
  });
}

/** Where Integra answers, for codes that lead back: the site's address, else as the browser has called it. */
export function addressOf(context: Context, headers: Headers): string {
  const { codesAddress } = context.site;
  if (codesAddress) return codesAddress;
  const host = headers.get('x-forwarded-host') ?? headers.get('host') ?? 'localhost';
  return `${headers.get('x-forwarded-proto') ?? 'http'}://${host}`;
}

/** The slip of a run as a PDF; undefined where there is none. */
export async function slipPaper(
  context: Context,
  runId: string,
  audience: Audience,
  headers: Headers,
): Promise<Uint8Array | undefined> {
  const slip = await slipView(context, runId, audience);
  if (!slip) return undefined;
  const print = {
    address: `${addressOf(context, headers)}/bench/${runId}`,
    testedAt: paperMoment(context, slip.testedAtMs),
    nextCheck: slip.nextCheckMs === null ? null : paperDay(context, slip.nextCheckMs),
  };
  return offLoop(context, 'slip', { slip, print }, {});
}

/** Labels as a PDF. */
export function labelsPaper(
  context: Context,
  tags: readonly BatteryTag[],
  asked: { readonly size: LabelSize; readonly code: 'bars' | 'square'; readonly skip: number },
): Promise<Uint8Array> {
  const labels = tags.map((tag) => ({
    ...tag,
    verdict: tag.verdict && { ...tag.verdict, day: paperDay(context, tag.verdict.atMs) },
    nextCheck: tag.nextCheckMs === null ? null : paperDay(context, tag.nextCheckMs),
    day: tag.dayMs === undefined ? null : paperDay(context, tag.dayMs),
  }));
  return offLoop(context, 'labels', { ...asked, labels }, {});
}

/** The label of a check as a PDF, one from a roll or the first of a sheet; undefined where there is none. */
export async function checkLabelPaper(
  context: Context,
  id: string,
  size: LabelSize,
  headers: Headers,
): Promise<Uint8Array | undefined> {
  const slip = await checkSlipView(context, id);
  if (!slip) return undefined;
  const label = checkLabel(slip, addressOf(context, headers));
  return labelsPaper(context, [label], { size, code: 'square', skip: 0 });
}

/** The most labels that are printed in one go. */
export const MOST_LABELS = 1000;

/** Whose labels are asked for: of some batteries, of all that a rack was stored as, or of tags not in use yet. */
export interface LabelsAsked {
  readonly batteries: readonly string[];
  readonly lot: string | null;
  readonly series: { readonly first: string; readonly count: number } | null;
}

export interface LabelsFound {
  readonly labels: readonly BatteryTag[];
  /** Tags of a series that batteries have already: these have labels of their own. */
  readonly inUse: readonly string[];
}

/** The labels that are asked for, by tag. */
export async function labelsOf(context: Context, asked: LabelsAsked): Promise<Result<LabelsFound>> {
  if (asked.series) return labelsOfSeries(context, asked.series);
  const { store } = context;
  const found = await store.read(async (database): Promise<BatteryRecord[]> => {
    const lot = asked.lot === null ? undefined : await lotById(database, asked.lot);
    if (lot?.importId) return batteriesOfImport(database, lot.importId, MOST_LABELS);
    return batteriesByIds(database, asked.batteries.slice(0, MOST_LABELS));
  });
  const verdicts = await store.read((database) =>
    newestVerdicts(
      database,
      found.map(({ id }) => id),
    ),
  );
  const expected = await store.read((database) =>
    outlooksById(
      database,
      found.map(({ id }) => id),
    ),
  );
  const labels = found.map((battery) =>
    batteryTag(battery, verdicts.get(battery.id) ?? null, expected.get(battery.id)?.nextCheckMs ?? null),
  );
  return succeed({ labels, inUse: [] });
}

async function labelsOfSeries(
  { store }: Context,
  { first, count }: NonNullable<LabelsAsked['series']>,
): Promise<Result<LabelsFound>> {
  const series = tagSeries(first, count);
  if (!series.ok) return series;
  const known = await store.read((database) => knownBatteries(database, series.value.map(tagKey)));
  const isKnown = (tag: string) => known.has(tagKey(tag));
  return succeed({
    labels: series.value.filter((tag) => !isKnown(tag)).map(blankTag),
    inUse: series.value.filter(isKnown),
  });
}
