import 'server-only';
import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import { checkShape } from '@/core/exchange/check-shape';
import { readMornings } from '@/core/exchange/mornings-csv';
import { type Morning, simulatedMornings } from '@/core/history/mornings';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { morningsFrom, replaceMornings } from '@/store/mornings';
import type { Answer } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const DAYS = 7;

/** The mornings of the week to come: of the site's own file as far as that goes, else the simulated ones. */
export async function morningsAhead(
  context: Context,
): Promise<{ readonly mornings: readonly Morning[]; readonly isOwn: boolean }> {
  const today = format(context.now(), 'yyyy-MM-dd', { in: tz(context.site.zone) });
  const own = await context.store.read((database) => morningsFrom(database, today, DAYS));
  return own.length > 0
    ? { mornings: own, isOwn: true }
    : { mornings: simulatedMornings(context.now(), DAYS, context.site.winter), isOwn: false };
}

const Bring = Type.Object(
  { text: Type.String({ maxLength: 100_000, description: 'file of mornings' }) },
  { additionalProperties: false },
);

/** Takes the mornings of a file in place of those that there are, whole or not at all; answers with how many lie ahead. */
export async function bringMornings(context: Context, input: unknown): Promise<Answer<{ ahead: number }>> {
  const checked = checkShape(Bring, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const read = readMornings(checked.value.text);
  if (!read.ok) return { ...read, failure: 'input' };
  await context.store.write((transaction) => replaceMornings(transaction, read.value));
  changed('all');
  const { mornings, isOwn } = await morningsAhead(context);
  return succeed({ ahead: isOwn ? mornings.length : 0 });
}

/** Goes back to the simulated mornings. */
export async function dropMornings(context: Context): Promise<Answer<null>> {
  await context.store.write((transaction) => replaceMornings(transaction, []));
  changed('all');
  return succeed(null);
}
