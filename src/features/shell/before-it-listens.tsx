import { headers } from 'next/headers';

/**
 * Runs with the first bytes of a page, before any part of the application is there. What hands do to the server's picture
 * of the page meanwhile is written down, and no form goes off by the browser's own means: that would load the page
 * anew with every word in its address, a password too.
 */
export const WRITE_DOWN = `
window.beforeItListens = { typed: new Map(), pressed: null };
const isHeard = () => 'listens' in document.documentElement.dataset;
addEventListener('input', ({ target }) => {
  if (!isHeard()) beforeItListens.typed.set(target, { text: target.value, isTicked: target.checked });
}, true);
addEventListener('submit', (event) => {
  if (isHeard() || event.target.hasAttribute('action')) return;
  event.preventDefault();
  beforeItListens.pressed = event.target;
}, true);`;

/** The script of the page's first bytes; `takeUpWhatWasDone` takes up what it wrote down. */
export async function BeforeItListens() {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <script nonce={nonce} suppressHydrationWarning>
      {WRITE_DOWN}
    </script>
  );
}
