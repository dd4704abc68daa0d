import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { forgetView, keepView } from '@/store/fleet-views';
import { type Answer, refused } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const Uuid = Type.String({ format: 'uuid' });
const KeepView = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    name: Type.String({ minLength: 1, maxLength: 60, description: 'name of the view' }),
    address: Type.String({
      maxLength: 600,
      pattern: '^/fleet(/[a-z]+)?(\\?[^#\\s]*)?$',
      description: 'view of the fleet',
    }),
  },
  { additionalProperties: false },
);
const ForgetView = Type.Object({ id: Uuid }, { additionalProperties: false });

/** Keeps a way of looking at the fleet under a name, for all; one of the same name is kept anew. */
export async function keepViewAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(KeepView, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, technicianId, name, address } = checked.value;
  const tidy = tidyLine(name);
  if (tidy === '') return refused('input', 'name', name, 'a name for the view');
  const view = { id, name: tidy, address, madeAtMs: context.now(), madeById: technicianId };
  const kept = await keepView(context.store, view);
  changed('all');
  return succeed({ id: kept });
}

/** Forgets one. */
export async function forgetViewAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(ForgetView, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  await forgetView(context.store, checked.value.id);
  changed('all');
  return succeed(null);
}
