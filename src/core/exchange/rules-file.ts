import { Type } from '@sinclair/typebox';
import { fail, problem, type Result, succeed } from '../quantity/result';
import { contradictionsIn } from '../rules/check-rules';
import { type HouseRules, HouseRulesSchema } from '../rules/house-rules';
import { checkShape } from './check-shape';

const RULES_FORMAT = 'integra:rules/1';

/** The open format of house rules, whole. */
export const RulesFileSchema = Type.Object(
  { format: Type.Literal(RULES_FORMAT), rules: HouseRulesSchema },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: RULES_FORMAT,
    title: 'Integra house rules',
    additionalProperties: false,
  },
);

/** House rules as a file's text. */
export function writeRulesFile(rules: HouseRules): string {
  return `${JSON.stringify({ format: RULES_FORMAT, rules }, null, 2)}\n`;
}

/** House rules from a file's text, or what is wrong with it. */
export function readRulesFile(text: string): Result<HouseRules> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return fail(problem('file', text.slice(0, 20), 'JSON'));
  }
  const checked = checkShape(RulesFileSchema, parsed);
  if (!checked.ok) return checked;
  const { rules } = checked.value;
  const contradictions = contradictionsIn(rules);
  return contradictions.length === 0 ? succeed(rules) : fail(...contradictions);
}
