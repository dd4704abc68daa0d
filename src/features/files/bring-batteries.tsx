'use client';

import { FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { BatteryListTally } from '@/core/exchange/arrival-views';
import { chunksOf } from '@/core/exchange/import/chunks';
import { decoded, encodingOf } from '@/core/exchange/import/encoding';
import { LIST_LIMITS, tooLarge } from '@/core/exchange/import/limits';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { ExampleKey } from './example-key';
import { FileDrop } from './file-drop';

interface Chosen {
  readonly name: string;
  readonly text: string;
  /** One id for this file, so that storing it twice stores it once. */
  readonly id: string;
}

interface Props {
  /** A file that was chosen elsewhere and turned out to be a list of batteries. */
  readonly handedOver: File | null;
}

/** A list of batteries, from choosing it to registering those that are new: nothing is stored before one has seen it. */
export function BringBatteries({ handedOver }: Props) {
  const router = useRouter();
  const { technicianId, whoIsHere } = useSite();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [tally, setTally] = useState<BatteryListTally | null>(null);
  const [stored, setStored] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const ask = async (file: Chosen, byId: string | null, store: boolean) => {
    setBusy(true);
    const asked = { id: file.id, name: file.name, technicianId: byId, text: file.text, store };
    const reply = await send<BatteryListTally>('/api/batteries/import', asked);
    setBusy(false);
    setProblems(problemsOf(reply));
    return 'unreachable' in reply || !reply.ok ? null : reply.value;
  };
  const look = async (file: File) => {
    setTally(null);
    setStored(null);
    const tooBig = tooLarge(file.size, LIST_LIMITS.bytes);
    if (tooBig) return setProblems([tooBig]);
    const next = { name: file.name.slice(0, 120), text: await textOf(file), id: uuidv7() };
    setChosen(next);
    setTally(await ask(next, technicianId, false));
  };
  const lookNow = useRef(look);
  lookNow.current = look;
  useEffect(() => {
    if (handedOver) void lookNow.current(handedOver);
  }, [handedOver]);
  const store = async () => {
    const byId = whoIsHere();
    if (byId === null || !chosen) return;
    const done = await ask(chosen, byId, true);
    if (!done) return;
    setStored(`${counted(done.fresh)} registered from ${chosen.name}. It can be taken back below.`);
    setTally(null);
    setChosen(null);
    router.refresh();
  };
  return (
    <section aria-label="Bring batteries in" className="grid grid-cols-1 gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-xl font-semibold">Bring batteries in</h2>
        <ExampleKey of="batteries" />
      </div>
      <p className="text-soft">
        A list of labels, without readings: tag and type, and what else is known of each: ratings, capacity,
        model, place, day of fitting. The list of all batteries that goes out comes in again.
      </p>
      <FileDrop
        label="Choose a CSV file of batteries"
        accept=".csv,text/csv,text/plain"
        onFile={look}
        busy={busy}
      >
        <FileUp size={20} aria-hidden="true" />
        {chosen ? chosen.name : 'Choose a CSV file, or drop it here'}
      </FileDrop>
      <Problems problems={problems} />
      {tally && <Told tally={tally} busy={busy} onStore={store} />}
      {stored && (
        <p role="status" className="sheet border-serve px-4 py-3">
          {stored}
        </p>
      )}
    </section>
  );
}

const counted = (count: number) => (count === 1 ? '1 battery' : `${count} batteries`);

async function textOf(file: File): Promise<string> {
  const encoding = await encodingOf(chunksOf(file));
  const pieces: string[] = [];
  for await (const piece of decoded(chunksOf(file), encoding)) pieces.push(piece);
  return pieces.join('');
}

/** What the list would come to, and the key that stores it. */
function Told({
  tally,
  busy,
  onStore,
}: {
  readonly tally: BatteryListTally;
  readonly busy: boolean;
  readonly onStore: () => void;
}) {
  const { fresh, known, refusedCount, refused, leftAside } = tally;
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2" aria-live="polite">
        <p className="mr-auto text-lg">
          <strong className="figures">{fresh}</strong> new, <strong className="figures">{known}</strong>{' '}
          registered already, <strong className="figures">{refusedCount}</strong> refused
        </p>
        <ActButton act="register" tone="main" large disabled={fresh === 0 || busy} onClick={onStore}>
          Register {counted(fresh)}
        </ActButton>
      </div>
      {known > 0 && (
        <p className="text-soft">
          What is registered already stays as it is: a label is put right on its own page.
        </p>
      )}
      {leftAside.length > 0 && <p className="text-warn">Left aside: {leftAside.join(', ')}.</p>}
      {refused.length > 0 && (
        <ul aria-label="Refused rows" className="sheet max-h-64 divide-y overflow-auto text-sm">
          {refused.map(({ line, tag, why }) => (
            <li key={line} className="flex gap-3 px-4 py-1.5">
              <span className="figures w-16 shrink-0 text-soft">line {line}</span>
              <span className="figures w-28 shrink-0 truncate font-semibold">{tag}</span>
              <span className="text-warn">{why}</span>
            </li>
          ))}
          {refusedCount > refused.length && (
            <li className="px-4 py-1.5 text-soft">and {refusedCount - refused.length} more</li>
          )}
        </ul>
      )}
    </div>
  );
}
