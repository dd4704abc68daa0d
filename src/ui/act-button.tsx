'use client';

import type { ActId } from '@/core/people/permissions';
import { Button } from './button';
import { useBarred } from './site';

/** A key for something that not everybody may do: to whoever may not it stands there greyed, and says who may. */
export function ActButton({
  act,
  disabled,
  ...button
}: React.ComponentProps<typeof Button> & { readonly act: ActId }) {
  const barred = useBarred(act);
  return (
    <Button
      {...button}
      disabled={barred !== null || disabled === true}
      {...(barred === null ? {} : { title: barred, 'aria-description': barred })}
    />
  );
}
