'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import type { PersonLine } from '@/core/exchange/people-views';
import { ROLE_WORDS, ROLES, type Role } from '@/core/people/roles';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { atFields } from '@/ui/at-fields';
import { Choices } from '@/ui/choices';
import { TextField } from '@/ui/field';
import { FormDialog } from '@/ui/form-dialog';
import { Tick } from '@/ui/tick';

interface Fields {
  readonly name: string;
  readonly newPin: string;
  readonly newPassword: string;
}

const ROLE_CHOICES = ROLES.map((value) => ({ value, label: ROLE_WORDS[value].label }));

/** Lets somebody in, or changes what they are called, may, and sign in by. */
export function PersonForm({
  person,
  onClose,
}: {
  readonly person: PersonLine | null;
  readonly onClose: () => void;
}) {
  const form = useForm<Fields>({ defaultValues: { name: person?.name ?? '', newPin: '', newPassword: '' } });
  const [role, setRole] = useState<Role>(person?.role ?? 'technician');
  const [left, setLeft] = useState(person !== null && person.leftAtMs !== null);
  const { keep, problems } = useKeeping(form, person, { role, left }, onClose);
  const { register, formState } = form;
  const isLead = role === 'lead';
  return (
    <FormDialog
      title={person ? person.name : 'Let somebody in'}
      keep={person ? 'Save' : 'Let them in'}
      isSending={formState.isSubmitting}
      problems={problems}
      onSend={keep}
      onClose={onClose}
    >
      <TextField
        label="Name"
        hint="As it stands on slips and in the journal."
        error={formState.errors.name?.message}
        registered={{ ...register('name'), maxLength: 60, autoFocus: person === null }}
      />
      <Choices legend="Role" name="role" choices={ROLE_CHOICES} chosen={role} onChoose={setRole} />
      <p className="text-soft">
        {ROLE_WORDS[role].label}: {ROLE_WORDS[role].does}.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        {!isLead && (
          <TextField
            label={person?.hasPin ? 'Another PIN' : 'PIN'}
            hint={
              person?.hasPin
                ? 'Empty: it stays. 4 to 8 digits.'
                : '4 to 8 digits, for enrolled devices. They change it themselves.'
            }
            error={formState.errors.newPin?.message}
            registered={{ ...register('newPin'), maxLength: 8, type: 'password' }}
            inputMode="decimal"
          />
        )}
        <TextField
          label={person?.hasPassword ? 'Another password' : 'Password'}
          hint={isLead ? 'A lead signs in with it anywhere.' : 'Only to sign in away from the benches.'}
          error={formState.errors.newPassword?.message}
          registered={{ ...register('newPassword'), maxLength: 200, type: 'password' }}
        />
      </div>
      {person && (
        <Tick checked={left} onChange={setLeft}>
          Has left: what they did keeps their name, and they sign in no more
        </Tick>
      )}
    </FormDialog>
  );
}

function useKeeping(
  form: ReturnType<typeof useForm<Fields>>,
  person: PersonLine | null,
  { role, left }: { readonly role: Role; readonly left: boolean },
  onKept: () => void,
) {
  const router = useRouter();
  const [id] = useState(() => person?.id ?? uuidv7());
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const keep = form.handleSubmit(async ({ name, newPin, newPassword }) => {
    const said = {
      id,
      name,
      role,
      ...(newPin === '' || role === 'lead' ? {} : { newPin }),
      ...(newPassword === '' ? {} : { newPassword }),
    };
    const body = person ? { ...said, left, seenRevision: person.revision } : said;
    const wrong = problemsOf(await send('/api/people', body, { method: person ? 'PUT' : 'POST' }));
    setProblems(atFields(form, wrong));
    if (wrong.length > 0) return;
    onKept();
    router.refresh();
  });
  return { keep, problems };
}
