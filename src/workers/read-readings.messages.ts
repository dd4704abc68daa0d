import type { ReadAs } from '@/core/exchange/import/import-blocks';
import type { PreviewRow } from '@/core/exchange/import/preview';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';

/** A file to read, and how. */
export interface ReadReadings {
  readonly file: File;
  readonly readAs: ReadAs;
  readonly rules: HouseRules;
}

/** What the worker tells while it reads, and at its end. */
export type ReadReadingsNews =
  | { readonly kind: 'rows'; readonly rows: readonly PreviewRow[]; readonly bytesRead: number }
  | { readonly kind: 'done' }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] };
