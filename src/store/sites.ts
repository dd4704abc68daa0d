import { and, eq } from 'drizzle-orm';
import { checkShape } from '@/core/exchange/check-shape';
import { FIRST_RULES_ID, type SiteRecord, type SiteSheet } from '@/core/exchange/site/site-sheet';
import { USUAL_SURROUNDINGS } from '@/core/history/surroundings';
import { IDLE_MINUTES } from '@/core/people/session';
import { type Costs, CostsSchema, STANDARD_COSTS } from '@/core/planning/costs';
import type { Database, Store, Transaction } from './database';
import { forgetLearned } from './learned';
import { priceWaiting } from './outlooks';
import { batteries, houseRules, sites } from './schema';

/** The site as it is kept, with how often it was changed. */
export interface KeptSite extends SiteSheet {
  readonly id: string;
  /** The id that its own rules are kept under. */
  readonly rulesId: string;
  readonly revision: number;
  /** What things cost here, as the site has said or as every one begins. */
  readonly costs: Costs;
  /** A bench that nobody touches locks after so long, minutes. */
  readonly idleMinutes: number;
}

/** The site that this store is of; undefined while nobody has begun one. */
export async function siteOf(database: Database | Transaction): Promise<KeptSite | undefined> {
  const [row] = await database.select().from(sites).limit(1);
  if (!row) return undefined;
  const { changedAtMs: _at, changedById: _by, costs, ...site } = row;
  const read = checkShape(CostsSchema, costs);
  return { ...site, costs: read.ok ? read.value : STANDARD_COSTS };
}

/** The site of a store; begun as the new one where there is none. A store with rules from before sites had ids keeps theirs. */
export async function siteFrom(store: Store, made: SiteRecord, atMs: number): Promise<KeptSite> {
  const found = await store.read(siteOf);
  if (found) return found;
  return store.write(async (transaction) => {
    const [old] = await transaction
      .select({ id: houseRules.id })
      .from(houseRules)
      .where(eq(houseRules.id, FIRST_RULES_ID))
      .limit(1);
    return adoptSite(transaction, old ? { ...made, rulesId: FIRST_RULES_ID } : made, atMs);
  });
}

/** Makes this store the one of a site, whatever it was of before. */
export async function adoptSite(transaction: Transaction, site: SiteRecord, atMs: number): Promise<KeptSite> {
  await transaction.delete(sites);
  const whole = { ...USUAL_SURROUNDINGS, ...site };
  await transaction.insert(sites).values({ ...whole, changedAtMs: atMs });
  return { ...whole, revision: 1, costs: STANDARD_COSTS, idleMinutes: IDLE_MINUTES.first };
}

/** Whether a site is as it began: nobody has filled it in, and nothing was registered or decided. */
export async function isUntouched(database: Database | Transaction): Promise<boolean> {
  const site = await siteOf(database);
  const [battery] = await database.select({ id: batteries.id }).from(batteries).limit(1);
  const [rules] = await database.select({ id: houseRules.id }).from(houseRules).limit(1);
  return (site?.revision ?? 1) === 1 && !battery && !rules;
}

/** Changes something of the site, unless somebody did since: then answers undefined, else how often it was changed. */
export function changeSite(
  store: Store,
  change: {
    readonly sheet?: SiteSheet;
    readonly costs?: Costs;
    readonly idleMinutes?: number;
    readonly seenRevision: number;
    readonly atMs: number;
    readonly byId: string;
  },
): Promise<number | undefined> {
  const { sheet, costs, idleMinutes, seenRevision, atMs, byId } = change;
  return store.write(async (transaction) => {
    const site = await siteOf(transaction);
    if (!site) return undefined;
    const revision = seenRevision + 1;
    const [changed] = await transaction
      .update(sites)
      .set({
        ...sheet,
        ...(costs && { costs }),
        ...(idleMinutes !== undefined && { idleMinutes }),
        revision,
        changedAtMs: atMs,
        changedById: byId,
      })
      .where(and(eq(sites.id, site.id), eq(sites.revision, seenRevision)))
      .returning({ id: sites.id });
    if (changed && costs) await priceWaiting(transaction, costs);
    const moved = sheet && (sheet.climate !== site.climate || sheet.winter !== site.winter);
    if (changed && moved) await forgetLearned(transaction);
    return changed && revision;
  });
}
