import { browserSupportsWebAuthn } from '@simplewebauthn/browser';

/** Whether this browser can make and use passkeys here: over https or on the machine itself, and under a name, not a number. */
export function passkeysWork(): boolean {
  const isName = !/^[\d.]+$|:/.test(window.location.hostname);
  return isName && window.isSecureContext && browserSupportsWebAuthn();
}
