'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { InstrumentLine, InstrumentsView } from '@/core/exchange/instrument-views';
import { KIND_WORDS } from '@/core/instruments/kind-words';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Problems } from '@/ui/problems';
import { SelectBox } from '@/ui/select';
import { useBarred } from '@/ui/site';
import { InstrumentForm } from './instrument-form';

const CELL = 'px-4 py-2 align-top';
const ADDRESS = '/api/instruments/keys';
const EVERYWHERE = 'every bench';

/** The instruments that speak for themselves: each with a key of its own, attached to a bench. */
export function InstrumentsSection({ view: { instruments, devices } }: { readonly view: InstrumentsView }) {
  const router = useRouter();
  const barred = useBarred('manage_people');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [adding, setAdding] = useState(false);
  const tell = async (body: unknown, method: 'PUT' | 'DELETE') => {
    setProblems(problemsOf(await send(ADDRESS, body, { method })));
    router.refresh();
  };
  return (
    <section aria-labelledby="instruments" className="mt-10 grid gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="instruments" className="text-xl font-semibold">
          Instruments
        </h2>
        {barred === null && <Button onClick={() => setAdding(true)}>Attach an instrument</Button>}
      </div>
      {barred && <p className="text-soft">{barred}</p>}
      <Problems problems={problems} />
      {instruments.length === 0 ? (
        <p className="text-soft">
          None speaks for itself yet. A meter, a clamp or a load bank with a serial port or an address can
          fill in its readings at the bench by itself; nobody else can speak for it.
        </p>
      ) : (
        <div className="sheet overflow-x-auto">
          <ListTable headings={['Instrument', 'At', '']} cellClass={CELL}>
            {instruments.map((instrument) => (
              <Row
                key={instrument.id}
                instrument={instrument}
                devices={devices}
                isBarred={barred !== null}
                onMove={(deviceId) => void tell({ id: instrument.id, deviceId }, 'PUT')}
                onEnd={() => void tell({ id: instrument.id }, 'DELETE')}
              />
            ))}
          </ListTable>
        </div>
      )}
      {adding && (
        <InstrumentForm
          onClose={() => {
            setAdding(false);
            router.refresh();
          }}
        />
      )}
    </section>
  );
}

function Row({
  instrument: { name, kind, label, deviceId, isThere },
  devices,
  isBarred,
  onMove,
  onEnd,
}: {
  readonly instrument: InstrumentLine;
  readonly devices: InstrumentsView['devices'];
  readonly isBarred: boolean;
  readonly onMove: (deviceId: string | null) => void;
  readonly onEnd: () => void;
}) {
  const benches = [
    { value: '', label: EVERYWHERE },
    ...devices.map(({ id, name: said }) => ({ value: id, label: said })),
  ];
  return (
    <tr>
      <td className={CELL}>
        <span className="block font-semibold break-words">{label}</span>
        <span className="block text-sm text-soft">
          {KIND_WORDS[kind]}, {name} · {isThere ? 'heard now' : 'not heard'}
        </span>
      </td>
      <td className={CELL}>
        {isBarred ? (
          (benches.find(({ value }) => value === (deviceId ?? ''))?.label ?? EVERYWHERE)
        ) : (
          <SelectBox
            name={`The bench of ${label}`}
            value={deviceId ?? ''}
            options={benches}
            onChoose={(chosen) => onMove(chosen === '' ? null : chosen)}
          />
        )}
      </td>
      <td className={`${CELL} text-right`}>
        {!isBarred && (
          <Button tone="quiet" onClick={onEnd} aria-label={`End the key of ${label}`}>
            End its key
          </Button>
        )}
      </td>
    </tr>
  );
}
