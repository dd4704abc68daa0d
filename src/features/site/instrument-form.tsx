'use client';

import { useState } from 'react';
import { type UseFormReturn, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { KIND_WORDS } from '@/core/instruments/kind-words';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { atFields } from '@/ui/at-fields';
import { Button } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { FormSelect, TextField } from '@/ui/field';
import { FormDialog } from '@/ui/form-dialog';

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
  if (key !== null) return <ShownKey instrumentKey={key} onClose={onClose} />;
  return (
    <FormDialog
      title="An instrument of the shop"
      keep="Give it a key"
      isSending={formState.isSubmitting}
      problems={problems}
      onSend={add}
      onClose={onClose}
    >
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
    </FormDialog>
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
    <DialogFrame
      title="Its key"
      className="top-[6vh] grid max-h-[88vh] w-[min(94vw,44rem)] gap-4 overflow-y-auto p-5"
      onClose={onClose}
    >
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
    </DialogFrame>
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
    setProblems(atFields(form, all, 'facts/'));
    if (!('unreachable' in reply) && reply.ok) setKey(reply.value.key);
  });
  return { add, key, problems };
}
