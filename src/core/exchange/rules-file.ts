import { fail, problem, type Result, succeed } from '../quantity/result';
import { Type } from '../quantity/type';
import { contradictionsIn } from '../rules/check-rules';
import { type HouseRules, HouseRulesSchema } from '../rules/house-rules';
import { RULES_SHAPE, upgradeRules } from '../rules/upgrade-rules';
import { checkShape } from './check-shape';
import { FIRST_SHAPES } from './stored/shapes';

const RULES_FORMAT = 'integra:rules/1';

/** The open format of house rules, whole. */
export const RulesFileSchema = Type.Object(
  {
    format: Type.Literal(RULES_FORMAT),
    /** In which shape the rules are written; a file that does not say is read as one of the first that went out. */
    shape: Type.Optional(
      Type.Integer({ minimum: 1, maximum: RULES_SHAPE, description: 'shape of the rules' }),
    ),
    rules: HouseRulesSchema,
  },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: RULES_FORMAT,
    title: 'Integra house rules',
    additionalProperties: false,
  },
);

/** House rules as a file's text. */
export function writeRulesFile(rules: HouseRules): string {
  return `${JSON.stringify({ format: RULES_FORMAT, shape: RULES_SHAPE, rules }, null, 2)}\n`;
}

/** House rules from a file's text, or what is wrong with it. */
export function readRulesFile(text: string): Result<HouseRules> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return fail(problem('file', text.slice(0, 20), 'JSON'));
  }
  const checked = checkShape(RulesFileSchema, asOfToday(parsed));
  if (!checked.ok) return checked;
  const { rules } = checked.value;
  const contradictions = contradictionsIn(rules);
  return contradictions.length === 0 ? succeed(rules) : fail(...contradictions);
}

/** A file of an earlier version with the figures that it did not know; anything else as it is, for the schema to refuse. */
function asOfToday(parsed: unknown): unknown {
  if (typeof parsed !== 'object' || parsed === null || !('rules' in parsed)) return parsed;
  const { rules } = parsed;
  if (typeof rules !== 'object' || rules === null || Array.isArray(rules)) return parsed;
  const shape = 'shape' in parsed && typeof parsed.shape === 'number' ? parsed.shape : FIRST_SHAPES.rules;
  return { ...parsed, rules: upgradeRules(rules as Record<string, unknown>, shape) };
}
