/** What a scan leads to: a run on the Bench, the check of a vehicle, or a battery by its tag. */
export type Scanned =
  | { readonly kind: 'run'; readonly runId: string }
  | { readonly kind: 'check'; readonly runId: string }
  | { readonly kind: 'tag'; readonly tag: string };

const RUN_ADDRESS = /\/(bench|checks)\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})(?:[/?#]|$)/i;

/**
 * What a scanned text means. A slip carries the address of its run, wherever Integra answered when it was printed; a
 * label carries the tag as it is.
 * @example scanned('http://shop/bench/0190a1b2-0000-7000-8000-000000000000').kind // 'run'
 */
export function scanned(text: string): Scanned {
  const [, place, runId] = RUN_ADDRESS.exec(text) ?? [];
  // A scanner may send what separates two scans along with the text.
  const tag = [...text]
    .filter((letter) => letter >= ' ')
    .join('')
    .trim();
  if (!runId) return { kind: 'tag', tag };
  return { kind: place?.toLowerCase() === 'checks' ? 'check' : 'run', runId: runId.toLowerCase() };
}
