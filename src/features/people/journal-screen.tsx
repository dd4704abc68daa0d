'use client';

import type { JournalLine, JournalView } from '@/core/exchange/people-views';
import { deedWords, saidWords } from '@/core/people/act-words';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { Select } from '@/ui/select';
import { useTechnicianName } from '@/ui/site';
import { useGoTo } from '@/ui/use-go-to';
import { JournalLook } from './journal-look';

interface Wanted {
  readonly personId: string | null;
  readonly aboutId: string | null;
  readonly beforeNumber: number | null;
}

const CELL = 'px-4 py-2 align-top';

/** Who did what to what, and when. */
export function JournalScreen({ view, wanted }: { readonly view: JournalView; readonly wanted: Wanted }) {
  const goTo = useGoTo();
  const { isLead, lines, people, nextBefore } = view;
  const everybody = [
    { value: '', label: 'Everybody' },
    ...people.map(({ id, name }) => ({ value: id, label: name })),
  ];
  return (
    <main className="mx-auto grid max-w-6xl gap-5 px-4 py-5">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-2xl font-semibold">Journal</h1>
          <p className="max-w-prose text-soft">
            {isLead ? 'Every act that changed something or let data out.' : 'What you did yourself.'} Nothing
            in it is ever changed or taken out: each entry holds the one before it.
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-3">
          {isLead && people.length > 0 && (
            <div className="w-56">
              <Select
                label="Who"
                value={wanted.personId ?? ''}
                options={everybody}
                onChoose={(who) => goTo(addressOf({ ...wanted, personId: who || null, beforeNumber: null }))}
              />
            </div>
          )}
          <a href="/api/journal" download className={buttonClass('plain')}>
            JSON lines
          </a>
        </div>
      </div>
      {isLead && <JournalLook />}
      {wanted.aboutId && (
        <p>
          Only what was done to one thing.{' '}
          <Link
            href={addressOf({ ...wanted, aboutId: null, beforeNumber: null })}
            className="underline underline-offset-4"
          >
            Show everything
          </Link>
        </p>
      )}
      {lines.length === 0 ? (
        <p className="text-soft">Nothing was done yet that stands here.</p>
      ) : (
        <div className="sheet overflow-x-auto">
          <ListTable headings={['No.', 'When', 'Who', 'What', 'Where']} cellClass={CELL}>
            {lines.map((line) => (
              <Row key={line.number} line={line} />
            ))}
          </ListTable>
        </div>
      )}
      {nextBefore !== null && (
        <Link
          href={addressOf({ ...wanted, beforeNumber: nextBefore })}
          className={`${buttonClass('plain')} justify-self-start`}
        >
          Earlier
        </Link>
      )}
    </main>
  );
}

function Row({ line }: { readonly line: JournalLine }) {
  const nameOf = useTechnicianName();
  const { number, atMs, personId, act, said, reason, device } = line;
  const leads = whereTo(line);
  const told = saidWords(said);
  return (
    <tr>
      <td className={`figures text-soft ${CELL}`}>{number}</td>
      <td className={`whitespace-nowrap ${CELL}`}>
        <Moment atMs={atMs} />
      </td>
      <td className={`font-semibold ${CELL}`}>{personId === null ? 'nobody named' : nameOf(personId)}</td>
      <td className={CELL}>
        {leads ? (
          <Link href={leads} className="underline underline-offset-4">
            {deedWords(act, personId)}
          </Link>
        ) : (
          deedWords(act, personId)
        )}
        {reason && <span className="block text-sm">because {reason}</span>}
        {told !== '' && (
          <span className="block max-w-lg truncate text-sm text-soft" title={said}>
            {told}
          </span>
        )}
      </td>
      <td className={`text-soft ${CELL}`}>{device ?? 'the server itself'}</td>
    </tr>
  );
}

/** Where what an act was done to is looked at. */
function whereTo({ subjectKind, subjectId }: JournalLine): string | null {
  if (subjectId === null) return null;
  switch (subjectKind) {
    case 'battery':
      return `/batteries/${subjectId}`;
    case 'vehicle':
      return `/vehicles/${subjectId}`;
    case 'run':
      return `/bench/${subjectId}`;
    case 'check':
      return `/checks/${subjectId}`;
    case 'person':
    case 'device':
      return '/people';
    default:
      return null;
  }
}

function addressOf({ personId, aboutId, beforeNumber }: Wanted): string {
  const asked = new URLSearchParams();
  if (personId) asked.set('who', personId);
  if (aboutId) asked.set('about', aboutId);
  if (beforeNumber) asked.set('before', String(beforeNumber));
  return asked.size === 0 ? '/journal' : `/journal?${asked}`;
}
