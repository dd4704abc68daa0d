// Long, because the first start of a loaded machine writes down three winters before it answers.
const ATTEMPTS = 6000;
const PAUSE_MS = 100;

/** Waits until a server that was just started answers; throws when it never does. */
export async function untilAnswering(url) {
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    try {
      await fetch(url);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
  }
  throw new Error(`${url} does not answer`);
}
