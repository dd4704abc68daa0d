/**
 * Whether pages can be fetched just now. The framework leaves a page for one that does not come, and what was being typed on it goes with it; so where the
 * server was last heard to be silent, or the device says that it has no link, the page that was asked for is tried first.
 */
let silent = false;
/** A press that was found to be answered goes through, whatever the device says of its link. */
let sure = false;
let tell: (staying: boolean) => void = () => {};

/** Longest that a press waits before it is told that nothing answers, ms. */
const PATIENCE_MS = 5000;

/** Says to one place on every screen that a page was asked for and did not come, and when something answers again. */
export function tellStaying(told: (staying: boolean) => void): void {
  tell = told;
}

/** What came of asking the server for something. */
export function heard(answered: boolean): void {
  silent = !answered;
  if (answered) tell(false);
}

/** Whether a page should be tried before the one that stands is left for it. */
export const isDoubtful = (): boolean => !sure && (silent || !navigator.onLine);

/** Goes to a page once it was found to answer; otherwise the one that stands stays, and says so. */
export async function goOnceItAnswers(address: string, go: () => void): Promise<void> {
  try {
    await fetch(address, { method: 'HEAD', signal: AbortSignal.timeout(PATIENCE_MS) });
  } catch {
    return tell(true);
  }
  heard(true);
  sure = true;
  go();
  sure = false;
}
