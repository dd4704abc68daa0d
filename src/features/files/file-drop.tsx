import { clsx } from 'clsx';
import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** Another file is just being stored: this one is not taken until that has ended. */
  readonly busy?: boolean;
  readonly children: React.ReactNode;
}

/** Takes one file, chosen or dropped. */
export function FileDrop({ label, accept, onFile, busy = false, children }: Props) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={clsx(
        'flex min-h-20 items-center justify-center gap-3 rounded-md border-2 border-dashed border-line-strong px-4 text-lg has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-(--focus)',
        busy ? 'cursor-default bg-sunk text-soft' : 'cursor-pointer hover:bg-harbour-wash',
        over && !busy ? 'bg-harbour-wash' : 'bg-sheet',
      )}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file && !busy) onFile(file);
      }}
    >
      {children}
      <input
        type="file"
        accept={accept}
        aria-label={label}
        disabled={busy}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
