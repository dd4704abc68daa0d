'use client';

import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { Technician } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { ChangeHands } from '../people/change-hands';

/** Asks who is at the bench. It is loaded once somebody is asked, which is seldom. */
export default function WhoDialog() {
  const { setAskingWho, isOpen, isSample, technicians } = useSite();
  if (!isOpen) return <ChangeHands onClose={() => setAskingWho(false)} />;
  return (
    <DialogFrame
      title="Who is at the bench?"
      description="Every reading is stored with this name. Esc closes this, to look around only."
      className="top-[12vh] grid max-h-[80vh] w-[min(26rem,92vw)] gap-4 overflow-y-auto p-6"
      onClose={() => setAskingWho(false)}
    >
      <Choices />
      <NewName />
      {technicians.length === 0 && !isSample && (
        <p className="border-t pt-3 text-soft">
          The first one here?{' '}
          <Link href="/welcome" className="underline underline-offset-4" onClick={() => setAskingWho(false)}>
            Set up the shop
          </Link>
          : its name, its clock, and who leads it.
        </p>
      )}
    </DialogFrame>
  );
}

function Choices() {
  const { technicians, technicianId, choose } = useSite();
  return (
    <div className="grid gap-2">
      {technicians.map(({ id, name }) => (
        <Button
          key={id}
          large
          tone={id === technicianId ? 'main' : 'plain'}
          onClick={() => choose({ technicianId: id })}
        >
          {name}
        </Button>
      ))}
    </div>
  );
}

function NewName() {
  const { technicians, addTechnician, choose } = useSite();
  const [name, setName] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const add = async (event: React.FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return;
    const reply = await send<Technician>('/api/technicians', { id: uuidv7(), name: name.trim() });
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    addTechnician(reply.value);
    choose({ technicianId: reply.value.id });
  };
  return (
    <form className="grid gap-2" onSubmit={add}>
      <label className="grid gap-1">
        <span className="heading">{technicians.length === 0 ? 'Your name' : 'Someone else'}</span>
        <span className="flex gap-2">
          <input
            className="min-h-12 min-w-0 grow rounded-md border border-line-strong bg-sheet px-3"
            value={name}
            maxLength={60}
            autoComplete="off"
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit">Add</Button>
        </span>
      </label>
      <Problems problems={problems} />
    </form>
  );
}
