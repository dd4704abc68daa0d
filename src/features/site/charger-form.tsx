'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type UseFormReturn, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import type { ChargeMode } from '@/core/charging/charge-plan';
import { CHARGE_WAYS } from '@/core/charging/charge-plan';
import type { ChargerFacts } from '@/core/charging/charger-schema';
import type { KeptCharger } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf } from '@/ui/api';
import { atFields } from '@/ui/at-fields';
import { TextField } from '@/ui/field';
import { FormDialog } from '@/ui/form-dialog';
import { useSite } from '@/ui/site';
import { Tick } from '@/ui/tick';
import { typedNumber } from '@/ui/typed-number';
import { keepCharger } from './keep-charger';

/** What is typed of a charger: its figures as text. */
interface Fields {
  readonly name: string;
  readonly place: string;
  readonly circuit: string;
  readonly channels: string;
  readonly mostAmps: string;
  readonly leastVolts: string;
  readonly mostVolts: string;
}

const FIGURES = [
  { name: 'channels', label: 'Channels', hint: 'Batteries that it charges at once.' },
  { name: 'mostAmps', label: 'Gives at most, A', hint: 'A channel.' },
  { name: 'leastVolts', label: 'From, V', hint: 'The least that it can be set to.' },
  { name: 'mostVolts', label: 'To, V', hint: 'The most that it can be set to.' },
] as const;
const WAYS = Object.keys(CHARGE_WAYS) as ChargeMode[];
const NEW_CHARGER = {
  name: '',
  place: '',
  circuit: '',
  channels: 1,
  leastVolts: 4,
  mostVolts: 16.5,
} as const;

/** A charger to be added, or what is said of one put right. */
export function ChargerForm({
  charger,
  onClose,
}: {
  readonly charger: KeptCharger | null;
  readonly onClose: () => void;
}) {
  const form = useForm<Fields>({ defaultValues: written(charger) });
  const [modes, setModes] = useState<readonly ChargeMode[]>(charger?.modes ?? ['normal', 'slow', 'deep']);
  const [senses, setSenses] = useState(charger?.senses ?? false);
  const { keep, problems } = useKeeping(form, charger, { modes, senses }, onClose);
  const { register, formState } = form;
  return (
    <FormDialog
      title={charger ? charger.name : 'A charger'}
      keep="Save"
      isSending={formState.isSubmitting}
      problems={problems}
      onSend={keep}
      onClose={onClose}
    >
      <TextField
        label="Name"
        hint="As it is written on its case."
        error={formState.errors.name?.message}
        registered={{ ...register('name'), maxLength: 60, autoFocus: true }}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField label="Place" registered={{ ...register('place'), maxLength: 120 }} />
        <TextField
          label="Circuit"
          hint="As its breaker is labelled."
          registered={{ ...register('circuit'), maxLength: 60 }}
        />
      </div>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
        {FIGURES.map(({ name, ...field }) => (
          <TextField
            key={name}
            {...field}
            error={formState.errors[name]?.message}
            registered={{ ...register(name, { validate: (text) => numberComplaint(text) }), maxLength: 8 }}
            inputMode="decimal"
          />
        ))}
      </div>
      <fieldset className="grid sm:grid-cols-2">
        <legend className="heading">Ways of charging</legend>
        {WAYS.map((way) => (
          <Tick
            key={way}
            checked={modes.includes(way)}
            onChange={(on) => setModes(WAYS.filter((one) => (one === way ? on : modes.includes(one))))}
          >
            {CHARGE_WAYS[way]}
          </Tick>
        ))}
      </fieldset>
      <Tick checked={senses} onChange={setSenses}>
        It senses the battery’s temperature and corrects its voltage by itself
      </Tick>
    </FormDialog>
  );
}

/** Sends what is typed; what the server does not take is told at its field. */
function useKeeping(
  form: UseFormReturn<Fields>,
  charger: KeptCharger | null,
  { modes, senses }: { readonly modes: readonly ChargeMode[]; readonly senses: boolean },
  onKept: () => void,
) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [id] = useState(() => charger?.id ?? uuidv7());
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const keep = form.handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const facts = { ...fields, ...figuresIn(fields), modes: [...modes], senses };
    const retired = charger !== null && charger.retiredAtMs !== null;
    const seenRevision = charger?.revision ?? 0;
    const wrong = problemsOf(await keepCharger({ id, technicianId, facts, seenRevision, retired }));
    setProblems(atFields(form, wrong, 'facts/'));
    if (wrong.length > 0) return;
    onKept();
    router.refresh();
  });
  return { keep, problems };
}

function figuresIn(fields: Fields): Pick<ChargerFacts, 'channels' | 'mostAmps' | 'leastVolts' | 'mostVolts'> {
  const figure = (text: string) => typedNumber(text) ?? Number.NaN;
  const { channels, mostAmps, leastVolts, mostVolts } = fields;
  return {
    channels: figure(channels),
    mostAmps: figure(mostAmps),
    leastVolts: figure(leastVolts),
    mostVolts: figure(mostVolts),
  };
}

const numberComplaint = (text: string) =>
  Number.isFinite(typedNumber(text) ?? Number.NaN) || `Found “${text}”, expected a number`;

function written(charger: KeptCharger | null): Fields {
  const { name, place, circuit, channels, leastVolts, mostVolts } = charger ?? NEW_CHARGER;
  return {
    name,
    place,
    circuit,
    channels: String(channels),
    mostAmps: charger ? String(charger.mostAmps) : '',
    leastVolts: String(leastVolts),
    mostVolts: String(mostVolts),
  };
}
