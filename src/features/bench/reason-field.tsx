import { Button } from '@/ui/button';

interface Props {
  readonly label: string;
  readonly reason: string;
  readonly onReason: (reason: string) => void;
  /** Reasons that are met often, a key each. */
  readonly usual: readonly string[];
}

/** Why something of the record is changed: typed, or one of those that are met often. The focus begins here. */
export function ReasonField({ label, reason, onReason, usual }: Props) {
  return (
    <>
      <label className="grid gap-1">
        <span className="heading">{label}</span>
        <input
          data-first
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          value={reason}
          maxLength={200}
          onChange={(event) => onReason(event.target.value)}
          className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
        />
      </label>
      <div className="flex flex-wrap gap-2">
        {usual.map((known) => (
          <Button key={known} aria-pressed={reason.trim() === known} onClick={() => onReason(known)}>
            {known}
          </Button>
        ))}
      </div>
    </>
  );
}
