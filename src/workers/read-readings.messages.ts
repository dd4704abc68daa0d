import type { Encoding } from '@/core/exchange/import/encoding';
import type { ReadAs } from '@/core/exchange/import/import-blocks';
import type { PreviewRow } from '@/core/exchange/import/preview';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';

/** A file to read, and how. */
export interface ReadReadings {
  readonly file: File;
  readonly encoding: Encoding;
  readonly readAs: ReadAs;
  readonly rules: HouseRules;
}

/** What the worker tells while it reads, and at its end. */
export type ReadReadingsNews =
  | {
      readonly kind: 'rows';
      readonly rows: readonly PreviewRow[];
      /** The cells of those that are refused, as they stand in the file. */
      readonly refused: readonly (readonly string[])[];
      readonly bytesRead: number;
    }
  | { readonly kind: 'done' }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] };
