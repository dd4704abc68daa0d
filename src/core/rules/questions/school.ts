import type { HouseRules } from '../house-rules';

/** One answer to a question of practice: what it is good for, where it errs, and the figures that it sets. */
export interface School {
  readonly id: string;
  readonly label: string;
  readonly goodFor: string;
  readonly errs: string;
  readonly put: (rules: HouseRules) => HouseRules;
}

/** A question on which the trade has more than one answer. */
export interface Question {
  readonly id: string;
  readonly asks: string;
  /** What an answer changes. */
  readonly weighsOn: string;
  readonly schools: readonly School[];
}

type Section = Exclude<keyof HouseRules, 'id' | 'version' | 'name'>;

/** Sets some figures of one section. */
export const put =
  <S extends Section>(section: S, figures: Partial<HouseRules[S]>) =>
  (rules: HouseRules): HouseRules => ({ ...rules, [section]: { ...rules[section], ...figures } });
