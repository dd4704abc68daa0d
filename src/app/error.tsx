'use client';

import { Button } from '@/ui/button';

/** What was captured is stored at once, so a screen that fails has lost nothing but itself. */
export default function ScreenFailed({ reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <main className="mx-auto mt-24 grid max-w-xl justify-items-start gap-4 px-6">
      <h1 className="text-2xl font-semibold">This screen could not be shown</h1>
      <p>What was captured is stored. The server’s log says what went wrong.</p>
      <Button tone="main" large onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
