import 'server-only';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';

/** The house rules that a run started now is judged by. */
export function rulesToday(): HouseRules {
  return STANDARD_RULES;
}

/** The house rules that a run was started under. Throws for rules that this installation does not have. */
export function rulesOfRun({ rulesId, rulesVersion }: { rulesId: string; rulesVersion: number }): HouseRules {
  // Later versions of the standard rules only answer questions that earlier ones did not ask.
  if (rulesId === STANDARD_RULES.id && rulesVersion <= STANDARD_RULES.version) {
    return { ...STANDARD_RULES, version: rulesVersion };
  }
  throw new Error(`house rules ${rulesId}, version ${rulesVersion}, are not known here`);
}
