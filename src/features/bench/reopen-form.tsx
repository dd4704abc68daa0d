import { useState } from 'react';
import { Button } from '@/ui/button';
import { ReasonField } from './reason-field';

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
      <ReasonField label="Why is it opened again?" reason={reason} onReason={setReason} usual={REASONS} />
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
