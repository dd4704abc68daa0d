import type { Evidence } from '@/core/assessment/evidence';
import type { SecondOpinion, TestsAllowed } from '@/core/opinion/second-opinion';

/** What the page asks of the worker: one fit. */
export interface OpinionRequest {
  readonly evidence: Evidence;
  readonly tests: TestsAllowed;
}

/** What the worker tells the page. */
export type OpinionReport =
  | { readonly kind: 'so_far'; readonly share: number }
  | { readonly kind: 'done'; readonly opinion: SecondOpinion | null };
