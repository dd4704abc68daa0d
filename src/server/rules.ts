import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import type { HistoryPage, RulesVersion, RulesView } from '@/core/exchange/rules-views';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { contradictionsIn } from '@/core/rules/check-rules';
import { type HouseRules, HouseRulesSchema } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { standardRules } from '@/core/rules/standard-versions';
import type { Database, Transaction } from '@/store/open';
import { endProposal, openProposals } from '@/store/rule-proposals';
import { addRules, countHistory, historyPage, newestRules, rulesVersion, rulesVersions } from '@/store/rules';
import { type Answer, refused, refusedSaying } from './answer';
import { changed, onChange } from './changes';
import type { Context } from './context';

const SaveRules = Type.Object(
  {
    rules: HouseRulesSchema,
    seenVersion: Type.Integer({
      minimum: 0,
      maximum: 1_000_000,
      description: 'version of the house that was seen',
    }),
    reason: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S', description: 'reason' }),
    technicianId: Type.String({ format: 'uuid' }),
    /** The proposal that they come from, which is then decided on. */
    proposalId: Type.Optional(Type.String({ format: 'uuid' })),
  },
  { additionalProperties: false },
);

/** The house rules that a run started now is judged by. */
export async function rulesToday(context: Context): Promise<HouseRules> {
  const { store } = context;
  return (await store.read((database) => newestRules(database, context.site.rulesId))) ?? STANDARD_RULES;
}

// A version never changes once it is stored, so that each is read from the store once.
const known = new Map<string, HouseRules>();

/** The house rules that a run was started under, or that this installation does not have them. */
export async function rulesOfRun(
  { rulesId, rulesVersion: version }: { rulesId: string; rulesVersion: number },
  database: Database | Transaction,
): Promise<Result<HouseRules>> {
  const name = `${rulesId}, version ${version}`;
  const standard = rulesId === STANDARD_RULES.id ? standardRules(version) : undefined;
  const found = standard ?? known.get(name) ?? (await rulesVersion(database, rulesId, version));
  if (!found) return fail(problem('house rules', name, 'rules that are known here'));
  known.set(name, found);
  return succeed(found);
}

/** What is kept of the rules once read belongs to the store that they were read from. */
onChange((change) => {
  if (change === 'all') known.clear();
});

/** The rules in force, every version before them, and how much history there is to compare on. */
export async function rulesView(context: Context): Promise<RulesView> {
  const { store } = context;
  const own = await rulesVersions(store, context.site.rulesId);
  const first: RulesVersion = {
    rules: STANDARD_RULES,
    reason: 'What Integra begins with',
    authorId: null,
    madeAtMs: null,
  };
  const versions = [...own, first];
  const current = own[0]?.rules ?? STANDARD_RULES;
  const proposals = await store.read(openProposals);
  return { current, versions, proposals, runs: await countHistory(store) };
}

/** The same as an answer, for a screen that looks again. */
export async function answerRules(context: Context): Promise<Answer<RulesView>> {
  return succeed(await rulesView(context));
}

/** Puts a new version of the house rules in force. Runs that are open keep the version that they began under. */
export async function saveRules(context: Context, input: unknown): Promise<Answer<HouseRules>> {
  const checked = checkShape(SaveRules, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { rules, seenVersion, reason, technicianId, proposalId } = checked.value;
  const problems = contradictionsIn(rules);
  if (problems.length > 0) return { ok: false, problems, failure: 'input' };
  const saved = await addRules(context.store, {
    rules: { ...rules, id: context.site.rulesId },
    seenVersion,
    reason: reason.trim(),
    authorId: technicianId,
    madeAtMs: context.now(),
  });
  if (saved) changed('all');
  if (saved && proposalId !== undefined)
    await context.store.write((transaction) => endProposal(transaction, proposalId, context.now()));
  return saved
    ? succeed(saved)
    : refusedSaying(
        'conflict',
        'seenVersion',
        'Somebody else saved house rules meanwhile. Load this page again and look at theirs first.',
      );
}

const LARGEST_PAGE = 2000;

/** A stretch of the history for the comparison: so many runs after one of them. */
export async function answerHistory(
  context: Context,
  after: string,
  limit: number,
): Promise<Answer<HistoryPage>> {
  if (!(limit >= 1 && limit <= LARGEST_PAGE)) {
    return refused('input', 'limit', limit, `1 to ${LARGEST_PAGE}`);
  }
  return succeed(await historyPage(context.store, after, limit));
}
