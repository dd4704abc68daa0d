import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import type { Technician } from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { isAlreadyThere } from '@/store/fault';
import { addTechnician, listTechnicians } from '@/store/technicians';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const NewTechnician = Type.Object(
  {
    id: Type.String({ format: 'uuid' }),
    name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'name' }),
  },
  { additionalProperties: false },
);

/** Everyone who can be at the bench, by name. */
export async function technicians(context: Context): Promise<Technician[]> {
  return listTechnicians(context.store);
}

/** Adds someone to those who can be at the bench. */
export async function registerTechnician(context: Context, input: unknown): Promise<Answer<Technician>> {
  const checked = checkShape(NewTechnician, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  if (tidyLine(checked.value.name) === '') {
    return refused('input', 'name', checked.value.name, 'a name that can be seen');
  }
  try {
    await addTechnician(context.store, checked.value, context.now());
    changed('people');
    return succeed({ ...checked.value, name: tidyLine(checked.value.name) });
  } catch (error) {
    if (!isAlreadyThere(error)) throw error;
    return refusedSaying(
      'input',
      'name',
      `${checked.value.name.trim()} is in the list already: pick that name.`,
    );
  }
}
