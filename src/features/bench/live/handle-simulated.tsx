import { useState } from 'react';
import { writeLine } from '@/core/instruments/line';
import { Button } from '@/ui/button';
import { Select } from '@/ui/select';
import { useLink, useLive } from './use-live';

const RANGES = [
  { value: '2', label: '2 V' },
  { value: '20', label: '20 V' },
  { value: '200', label: '200 V' },
] as const;
const BANKS = [
  { value: 'set', label: 'holds what is set' },
  { value: 'sags', label: 'sags as it warms' },
  { value: 'fixed', label: 'fixed resistance' },
] as const;

/** How simulated instruments are set and held: rightly or wrongly, as hands do. */
export function HandleSimulated() {
  const link = useLink();
  const meter = useLive((there) => there.find('voltmeter')?.name);
  const clamp = useLive((there) => there.find('clamp')?.name);
  const bank = useLive((there) => there.find('load_bank')?.name);
  const [range, setRange] = useState<(typeof RANGES)[number]['value']>('20');
  const [kind, setKind] = useState<(typeof BANKS)[number]['value']>('set');
  const [turned, setTurned] = useState(false);
  const handle = (name: string, fields: Readonly<Record<string, string>>) =>
    link?.send(writeLine('handle', name, fields));
  return (
    <div className="sheet mt-1 grid items-end gap-3 p-3 sm:grid-cols-4">
      {meter && (
        <Select
          label="Meter’s range"
          value={range}
          options={RANGES}
          onChoose={(chosen) => {
            setRange(chosen);
            handle(meter, { range: chosen });
          }}
        />
      )}
      {bank && (
        <Select
          label="Load bank"
          value={kind}
          options={BANKS}
          onChoose={(chosen) => {
            setKind(chosen);
            handle(bank, { kind: chosen });
          }}
        />
      )}
      {clamp && <Button onClick={() => link?.send(writeLine('zero', clamp))}>Zero the clamp</Button>}
      {clamp && (
        <Button
          aria-pressed={turned}
          tone={turned ? 'warn' : 'plain'}
          onClick={() => {
            setTurned(!turned);
            handle(clamp, { reversed: turned ? 'no' : 'yes' });
          }}
        >
          {turned ? 'Turn the clamp back' : 'Turn the clamp round'}
        </Button>
      )}
    </div>
  );
}
