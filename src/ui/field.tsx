import { clsx } from 'clsx';
import { useId } from 'react';

/** The classes of a field to type or choose in. */
export const INPUT = 'min-h-12 w-full rounded-md border border-line-strong bg-sheet px-3';

/** What ties a control to its label and to what is said about its value. */
export interface ControlProps {
  readonly id: string;
  readonly 'aria-describedby': string;
  readonly 'aria-invalid': boolean;
}

interface Props {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly error?: string | undefined;
  /** Asked about a value that can be but is unusual; it does not keep anyone from going on. */
  readonly question?: string | null;
  /** What the value is for, where its name does not say. */
  readonly hint?: string;
  readonly children: (control: ControlProps) => React.ReactNode;
}

/** A labelled field with what is wrong or odd about its value beneath it. */
export function Field({ label, hideLabel = false, error, question = null, hint, children }: Props) {
  const id = useId();
  const note = `${id}-note`;
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className={clsx('heading', hideLabel && 'sr-only')}>
        {label}
      </label>
      {children({ id, 'aria-describedby': note, 'aria-invalid': error !== undefined })}
      <span
        id={note}
        role={error ? 'alert' : undefined}
        className={clsx('text-sm', error ? 'text-retire' : question ? 'text-warn' : 'text-soft')}
      >
        {error ?? question ?? hint}
      </span>
    </div>
  );
}

/** A labelled field for a line of text; what a form's library registers is handed through. */
export function TextField({
  registered,
  className,
  list,
  inputMode,
  ...field
}: Omit<Props, 'children'> & {
  readonly registered: React.ComponentProps<'input'>;
  readonly className?: string;
  readonly list?: string;
  readonly inputMode?: 'decimal' | 'url';
}) {
  return (
    <Field {...field}>
      {(control) => (
        <input
          {...control}
          {...registered}
          list={list}
          inputMode={inputMode}
          autoComplete="off"
          className={clsx(INPUT, inputMode === 'decimal' && 'figures', className)}
        />
      )}
    </Field>
  );
}
