import { useState } from 'react';
import { Button } from '@/ui/button';

const REASONS = ['A reading was wrong', 'A reading is missing', 'It came back'] as const;

/** Opens a finished run again, once it was said why: the reason stays in the record. */
export function ReopenForm({ onReopen }: { readonly onReopen: (reason: string) => void }) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  if (!asking) {
    return (
      <Button large className="justify-self-start" onClick={() => setAsking(true)}>
        Reopen the run
      </Button>
    );
  }
  const given = reason.trim();
  return (
    <form
      aria-label="Reopen the run"
      className="grid gap-3 border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (given !== '') onReopen(given);
      }}
    >
      <label className="grid gap-1">
        <span className="heading">Why is it opened again?</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          value={reason}
          maxLength={200}
          onChange={(event) => setReason(event.target.value)}
          className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
        />
      </label>
      <div className="flex flex-wrap gap-2">
        {REASONS.map((known) => (
          <Button key={known} aria-pressed={given === known} onClick={() => setReason(known)}>
            {known}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap gap-3">
        <Button type="submit" tone="main" large disabled={given === ''}>
          Open it again
        </Button>
        <Button tone="quiet" large onClick={() => setAsking(false)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
