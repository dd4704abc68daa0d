import type { HistoryComparison } from '@/core/assessment/compare-history';
import type { HouseRules } from '@/core/rules/house-rules';

/** What the page asks of the worker: one comparison, from the first run of the history to its last. */
export interface CompareRequest {
  readonly one: HouseRules;
  readonly other: HouseRules;
}

/** What the worker tells the page, again and again until it is done. */
export type CompareReport =
  | { readonly kind: 'so_far' | 'done'; readonly comparison: HistoryComparison }
  | { readonly kind: 'failed'; readonly message: string };
