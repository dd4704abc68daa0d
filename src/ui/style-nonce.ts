import { setNonce } from 'get-nonce';

/**
 * Hands the page's nonce to what writes style elements while a dialog is open: the browser lets in no other. The page's
 * own scripts carry it.
 */
export function shareNonce(): void {
  const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;
  if (nonce) setNonce(nonce);
}
