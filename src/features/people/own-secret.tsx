'use client';

import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { PersonLine } from '@/core/exchange/people-views';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';

interface Fields {
  readonly secret: string;
  readonly newPin: string;
  readonly newPassword: string;
}

const EMPTY: Fields = { secret: '', newPin: '', newPassword: '' };

/** Another PIN or password for whoever is signed in. */
export function OwnSecret({ me }: { readonly me: PersonLine | null }) {
  const form = useForm<Fields>({ defaultValues: EMPTY });
  const [isKept, setKept] = useState(false);
  const { register, formState } = form;
  if (!me) return null;
  const isLead = me.role === 'lead';
  const keep = form.handleSubmit(async ({ secret, newPin, newPassword }) => {
    const body = { secret, ...(newPin ? { newPin } : {}), ...(newPassword ? { newPassword } : {}) };
    const wrong = problemsOf(await send('/api/people/own', body, { method: 'PUT' }));
    for (const { field, message } of wrong)
      form.setError(field === 'newPin' || field === 'newPassword' ? field : 'secret', { message });
    setKept(wrong.length === 0);
    if (wrong.length === 0) form.reset(EMPTY);
  });
  return (
    <section aria-labelledby="own" className="grid gap-4">
      <h2 id="own" className="text-xl font-semibold">
        {me.name}: your own {isLead ? 'password' : 'PIN and password'}
      </h2>
      <form onSubmit={keep} noValidate className="sheet grid gap-4 p-5 sm:grid-cols-3">
        <TextField
          label="The present one"
          error={formState.errors.secret?.message}
          registered={{ ...register('secret'), maxLength: 200, type: 'password' }}
        />
        {!isLead && (
          <TextField
            label="New PIN"
            hint="4 to 8 digits."
            error={formState.errors.newPin?.message}
            registered={{ ...register('newPin'), maxLength: 8, type: 'password' }}
            inputMode="decimal"
          />
        )}
        <TextField
          label="New password"
          hint={isLead ? 'At least 10 characters.' : 'To sign in away from the benches.'}
          error={formState.errors.newPassword?.message}
          registered={{ ...register('newPassword'), maxLength: 200, type: 'password' }}
        />
        <div className="flex flex-wrap items-center gap-4 sm:col-span-3">
          <Button type="submit" disabled={formState.isSubmitting}>
            Change it
          </Button>
          <p role="status" className="text-soft">
            {isKept ? 'Changed. Everywhere else you are signed out.' : ''}
          </p>
        </div>
      </form>
    </section>
  );
}
