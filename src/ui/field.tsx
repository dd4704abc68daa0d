import { clsx } from 'clsx';
import { useId } from 'react';
import { Controller, type FieldValues, type Path, type UseFormReturn } from 'react-hook-form';
import type { ControlProps } from './control';
import { SelectBox, type SelectOption } from './select';

/** The classes of a field to type or choose in. */
export const INPUT = 'min-h-12 w-full rounded-md border border-line-strong bg-sheet px-3';

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

/** A labelled choice of a form. */
export function FormSelect<F extends FieldValues, T extends string>({
  form,
  name,
  options,
  className,
  ...field
}: Omit<Props, 'children' | 'error'> & {
  readonly form: UseFormReturn<F>;
  readonly name: Path<F>;
  readonly options: readonly SelectOption<T>[];
  readonly className?: string;
}) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field: { value, onChange }, fieldState }) => (
        <Field {...field} error={fieldState.error?.message}>
          {(control) => (
            <SelectBox
              {...control}
              value={value as T}
              options={options}
              onChoose={onChange}
              {...(className === undefined ? {} : { className })}
            />
          )}
        </Field>
      )}
    />
  );
}
