'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PasskeyLine, PeopleView, PersonLine } from '@/core/exchange/people-views';
import { ROLE_WORDS } from '@/core/people/roles';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { useSite } from '@/ui/site';
import { DevicesSection } from './devices-section';
import { OwnSecret } from './own-secret';
import { PasskeysSection } from './passkeys-section';
import { PersonForm } from './person-form';
import { SessionsSection } from './sessions-section';

const CELL = 'px-4 py-2 max-sm:px-2';

/** Who is let in here, as what, where they are signed in, and on which devices a PIN is enough. */
export function PeopleScreen({
  view,
  passkeys,
}: {
  readonly view: PeopleView;
  readonly passkeys: readonly PasskeyLine[];
}) {
  const router = useRouter();
  const { isOpen, isLead, people, sessions } = view;
  return (
    <main className="mx-auto grid max-w-5xl gap-10 px-4 py-5">
      <div className="grid gap-4">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-2xl font-semibold">People</h1>
          <nav aria-label="Of people" className="flex flex-wrap gap-1">
            <Link href="/people/practice" className={buttonClass('quiet')}>
              Practice results
            </Link>
            <Link href="/journal" className={buttonClass('quiet')}>
              Journal: who did what
            </Link>
          </nav>
        </div>
        {isOpen && <Open />}
        {isLead && <Everybody people={people} />}
      </div>
      {!isOpen && <OwnSecret me={people.find(({ id }) => id === view.actor) ?? null} />}
      {!isOpen && <PasskeysSection passkeys={passkeys} onChanged={() => router.refresh()} />}
      {!isOpen && <SessionsSection view={view} onEnded={() => router.refresh()} />}
      {isLead && !isOpen && <DevicesSection view={view} onChanged={() => router.refresh()} />}
      {sessions.length === 0 && isOpen && (
        <p className="text-soft">Nobody has signed in, so nobody is signed in anywhere.</p>
      )}
    </main>
  );
}

function Open() {
  const { isSample } = useSite();
  if (isSample)
    return (
      <p className="rounded-md border border-line-strong bg-sheet px-4 py-3">
        The sample shop asks nobody on its own machine. From any other these people sign in; the page there
        says by what.
      </p>
    );
  return (
    <p className="rounded-md border border-warn bg-warn-wash px-4 py-3 text-warn">
      Names are only chosen here: everybody who reaches this machine can read and change everything.{' '}
      <Link href="/welcome" className="font-semibold underline underline-offset-4">
        Name a lead
      </Link>{' '}
      and everybody signs in.
    </p>
  );
}

function Everybody({ people }: { readonly people: readonly PersonLine[] }) {
  const [edited, setEdited] = useState<PersonLine | 'new' | null>(null);
  return (
    <>
      <div className="sheet overflow-x-auto">
        <ListTable headings={['Name', 'Role', 'Signs in by', '']} cellClass={CELL}>
          {people.map((person) => (
            <Row key={person.id} person={person} onEdit={() => setEdited(person)} />
          ))}
        </ListTable>
      </div>
      <div>
        <Button tone="main" onClick={() => setEdited('new')}>
          Let somebody in
        </Button>
      </div>
      {edited && <PersonForm person={edited === 'new' ? null : edited} onClose={() => setEdited(null)} />}
    </>
  );
}

function Row({ person, onEdit }: { readonly person: PersonLine; readonly onEdit: () => void }) {
  const { id, name, role, leftAtMs, hasPin, hasPassword } = person;
  const by = [hasPin && role !== 'lead' && 'PIN', hasPassword && 'password'].filter(Boolean).join(' or ');
  return (
    <tr className={leftAtMs === null ? '' : 'text-soft'}>
      <td className={`${CELL} font-semibold break-words`}>
        <Link href={`/journal?who=${id}`} className="underline decoration-line-strong underline-offset-4">
          {name}
        </Link>
      </td>
      <td className={CELL}>
        {leftAtMs === null ? ROLE_WORDS[role].label : 'has left'}
        {leftAtMs === null && (
          <span className="block text-sm text-soft max-sm:hidden">{ROLE_WORDS[role].does}</span>
        )}
      </td>
      <td className={CELL}>{leftAtMs === null ? by || 'nothing yet: cannot sign in' : '–'}</td>
      <td className={`${CELL} text-right`}>
        <Button onClick={onEdit} aria-label={`Change ${name}`}>
          Change
        </Button>
      </td>
    </tr>
  );
}
