'use client';

import { useState } from 'react';
import { type UseFormReturn, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { KIND_WORDS } from '@/core/instruments/kind-words';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { FormSelect, TextField } from '@/ui/field';
import { Problems } from '@/ui/problems';

interface Fields {
  readonly label: string;
  readonly name: string;
  readonly kind: InstrumentKind;
}

const KINDS = (Object.keys(KIND_WORDS) as InstrumentKind[]).map((kind) => ({
  value: kind,
  label: KIND_WORDS[kind],
}));

/** An instrument to be attached: what it is; then its key, which is shown this once. */
export function InstrumentForm({ onClose }: { readonly onClose: () => void }) {
  const form = useForm<Fields>({ defaultValues: { label: '', name: '', kind: 'voltmeter' } });
  const { add, key, problems } = useAdding(form);
  const { register, formState } = form;
  return (
    <DialogFrame
      title={key === null ? 'An instrument of the shop' : 'Its key'}
      className="top-[6vh] grid max-h-[88vh] w-[min(94vw,40rem)] gap-3 overflow-y-auto p-5"
      onClose={onClose}
    >
      {key === null ? (
        <form onSubmit={add} noValidate className="grid gap-4">
          <TextField
            label="What is written on it"
            error={formState.errors.label?.message}
            registered={{ ...register('label'), maxLength: 60, autoFocus: true }}
          />
          <div className="grid gap-4 sm:grid-cols-2">
            <FormSelect form={form} name="kind" label="Kind" options={KINDS} />
            <TextField
              label="Name in its lines"
              hint="Letters and digits, such as meter-2."
              error={formState.errors.name?.message}
              registered={{ ...register('name'), maxLength: 31 }}
            />
          </div>
          <Problems problems={problems} />
          <div className="flex gap-3">
            <Button type="submit" tone="main" large disabled={formState.isSubmitting}>
              Give it a key
            </Button>
            <Button large onClick={onClose}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <ShownKey instrumentKey={key} onClose={onClose} />
      )}
    </DialogFrame>
  );
}

/** The key and what to do with it: nobody can look at it again. */
function ShownKey({
  instrumentKey,
  onClose,
}: {
  readonly instrumentKey: string;
  readonly onClose: () => void;
}) {
  const command = `npm run bridge -- --to ${window.location.origin} --key FILE --serial /dev/ttyUSB0`;
  return (
    <div className="grid gap-4">
      <p>
        Put this into a file on the PC that the instrument is plugged into. It is shown this once: whoever has
        it speaks for the instrument.
      </p>
      <output className="figures sheet block p-4 break-all select-all" aria-label="The key">
        {instrumentKey}
      </output>
      <p>There, with the file’s name and the port of the instrument:</p>
      <code className="figures block break-all text-sm">{command}</code>
      <div>
        <Button tone="main" large onClick={onClose}>
          I have it
        </Button>
      </div>
    </div>
  );
}

/** Sends what is typed; what the server does not take is told at its field. */
function useAdding(form: UseFormReturn<Fields>) {
  const [id] = useState(uuidv7);
  const [key, setKey] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const add = form.handleSubmit(async (facts) => {
    const reply = await send<{ key: string }>('/api/instruments/keys', { id, facts, deviceId: null });
    const all = problemsOf(reply);
    const fieldOf = ({ field }: Problem) => FIELD_IN.exec(field)?.[1] as keyof Fields | undefined;
    for (const problem of all) {
      const field = fieldOf(problem);
      if (field) form.setError(field, { message: problem.message });
    }
    setProblems(all.filter((problem) => !fieldOf(problem)));
    if (!('unreachable' in reply) && reply.ok) setKey(reply.value.key);
  });
  return { add, key, problems };
}

const FIELD_IN = /^facts\/(label|name|kind)$/;
