import { get as getPlain } from 'node:http';
import { get as getSecure } from 'node:https';

// Long, because the first start of a loaded machine writes down three winters before it answers.
const ATTEMPTS = 6000;
const PAUSE_MS = 100;

/** Waits until a server that was just started answers; throws when it never does. */
export async function untilAnswering(url) {
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    try {
      await answer(url);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
  }
  throw new Error(`${url} does not answer`);
}

/** Asks once. Whether a certificate is one that others trust is for browsers to say: here it is our own server that is asked. */
function answer(url) {
  const get = url.startsWith('https:') ? getSecure : getPlain;
  return new Promise((answered, failed) => {
    get(url, { rejectUnauthorized: false }, (response) => {
      response.destroy();
      answered();
    }).on('error', failed);
  });
}
