import { clsx } from 'clsx';
import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly children: React.ReactNode;
}

/** Takes one file, chosen or dropped. */
export function FileDrop({ label, accept, onFile, children }: Props) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={clsx(
        'flex min-h-20 cursor-pointer items-center justify-center gap-3 rounded-md border-2 border-dashed border-line-strong px-4 text-lg has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-(--focus)',
        over ? 'bg-harbour-wash' : 'bg-sheet hover:bg-harbour-wash',
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
        if (file) onFile(file);
      }}
    >
      {children}
      <input
        type="file"
        accept={accept}
        aria-label={label}
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
