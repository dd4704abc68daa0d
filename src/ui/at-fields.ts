import type { FieldValues, Path, UseFormReturn } from 'react-hook-form';
import type { Problem } from '@/core/quantity/result';

/**
 * Puts what the server does not take at the fields that it is about; answers what is about none of them.
 * @param under where in what is sent the fields stand: `facts/`
 */
export function atFields<F extends FieldValues>(
  form: UseFormReturn<F>,
  problems: readonly Problem[],
  under = '',
): readonly Problem[] {
  const fields = form.getValues();
  return problems.filter(({ field, message }) => {
    const name = field.startsWith(under) ? field.slice(under.length) : '';
    if (!Object.hasOwn(fields, name)) return true;
    form.setError(name as Path<F>, { message });
    return false;
  });
}
