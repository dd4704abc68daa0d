import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import type { HouseRules } from '@/core/rules/house-rules';

/** What was judged, what it came to, and by which rules: everything that a working is written from. */
export interface Judgement {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly rules: HouseRules;
}
