/** A key that no other comes before or after for so long was struck by a hand, ms: scanners take 5 to 50 for one. */
const HAND_GAP_MS = 150;

/** A scanner on a weak link may halt so long within a tag, ms; half of a tag would open another battery. */
const SCAN_GAP_MS = 400;

/** No tag is shorter than this; what is shorter may be two keys struck by one glove. */
const LEAST_SCANNED = 4;

/** Whether a key belongs to a burst that began before it. Both moments as events tell them, ms. */
export function inBurst(thisMs: number, lastMs: number | null, gapMs = HAND_GAP_MS): boolean {
  return lastMs !== null && thisMs - lastMs <= gapMs;
}

/** Does something once no other key has followed for as long as a scanner would take; the answer calls it off. */
export function unlessBurst(act: () => void): () => void {
  const timer = setTimeout(act, HAND_GAP_MS);
  return () => clearTimeout(timer);
}

/** Whether a key writes something, and is not a command to the browser. */
export function isWritten({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
  return key.length === 1 && !ctrlKey && !metaKey && !altKey;
}

/**
 * Gathers what a scanner types. Fed with one key after another it answers with the scanned text at the Enter that ends
 * it, else with null. A figure alone is no scan: a meter with a keyboard's plug sends those.
 */
export class ScanGatherer {
  private text = '';
  private lastMs: number | null = null;

  /** Whether the next written key would begin anew. */
  beginsWith(event: KeyboardEvent): boolean {
    return this.text === '' || !inBurst(event.timeStamp, this.lastMs, SCAN_GAP_MS);
  }

  take(event: KeyboardEvent): string | null {
    if (event.key === 'Shift') return null;
    const before = this.beginsWith(event) ? '' : this.text;
    this.lastMs = event.timeStamp;
    this.text = isWritten(event) ? before + event.key : '';
    return event.key === 'Enter' && isScanned(before) ? before : null;
  }

  forget(): void {
    this.text = '';
  }
}

function isScanned(text: string): boolean {
  return text.length >= LEAST_SCANNED && !/^[\d.,+-]+$/.test(text);
}
