'use client';

import { useEffect, useState } from 'react';
import { tellStaying } from './page-answers';

/**
 * Over every screen: a page that was asked for did not come, and this one stays with all that was typed on it. Gone once something answers: every
 * screen asks for the alarms of the charge room some times a minute.
 */
export function StaysHere() {
  const [staying, setStaying] = useState(false);
  useEffect(() => tellStaying(setStaying), []);
  return (
    <div role="status" aria-live="assertive" className="empty:hidden">
      {staying && (
        // It moves nothing, and takes no press.
        <p className="pointer-events-none fixed inset-x-4 top-2 z-40 mx-auto max-w-4xl rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn shadow-lg">
          The server does not answer: this page stays, with what you typed on it. Try again in a moment.
        </p>
      )}
    </div>
  );
}
