import { randomBytes } from 'node:crypto';

/** A fresh word that scripts of this one answer carry; no other script runs. */
export const newNonce = () => randomBytes(16).toString('base64');

/**
 * What every answer carries, an error too: only scripts of this application run, it is framed by nobody, calls nowhere
 * else, and nothing guesses what a file is. Style attributes are let in, since the drawings set lengths by them.
 * @param reloading in development scripts are evaluated as they change
 * @param isHttps browsers reach it over https, and are to come no other way from then on
 */
export function safetyHeaders(
  nonce: string,
  { reloading = false, isHttps = false } = {},
): Record<string, string> {
  const policy = [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${reloading ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' ${reloading ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'${reloading ? ' ws:' : ''}`,
    `worker-src 'self' blob:`,
    `media-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ];
  return {
    ...(isHttps ? { 'strict-transport-security': 'max-age=31536000' } : {}),
    'content-security-policy': policy.join('; '),
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'same-origin',
    'permissions-policy':
      'camera=(self), geolocation=(), microphone=(), payment=(), usb=(), browsing-topics=()',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
  };
}
