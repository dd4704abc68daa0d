'use client';

import type { PracticeView } from '@/core/practice/attempt';
import { formatMinutes } from '@/core/quantity/format';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';

const CELL = 'px-4 py-2';

/** What people came to in practice cases: everybody for a lead, else one's own. */
export function PracticeResultsScreen({
  view: { isLead, personId, lines, attempts },
}: {
  readonly view: PracticeView;
}) {
  const nameOf = useTechnicianName();
  return (
    <main className="mx-auto grid max-w-5xl gap-6 px-4 py-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-2xl font-semibold">Practice results</h1>
          <p className="max-w-prose text-soft">
            {isLead ? 'Whose practice cases came to what.' : 'What your practice cases came to.'} A score says
            how a case was worked: half of it is the verdict, the rest what was missed, wasted or dangerous.
          </p>
        </div>
        <Link href="/practice" className={buttonClass('plain')}>
          Cases
        </Link>
      </div>
      {lines.length === 0 ? (
        <p className="text-soft">No case was brought to its end yet by anybody who was signed in.</p>
      ) : (
        <section aria-label="By person" className="sheet overflow-x-auto">
          <ListTable headings={['Who', 'Cases', 'Right', 'Score, last ten', 'Last']} cellClass={CELL}>
            {lines.map(({ id, name, cases, right, meanScore, lastMs }) => (
              <tr key={id} className={id === personId ? 'bg-harbour-wash' : ''}>
                <td className={`${CELL} font-semibold break-words`}>
                  {isLead ? (
                    <Link href={`/people/practice?who=${id}`} className="underline underline-offset-4">
                      {name}
                    </Link>
                  ) : (
                    name
                  )}
                </td>
                <td className={`figures ${CELL}`}>{cases}</td>
                <td className={`figures ${CELL}`}>{right}</td>
                <td className={`figures ${CELL}`}>{meanScore ?? '–'}</td>
                <td className={CELL}>{lastMs !== null && <Moment atMs={lastMs} as="day" />}</td>
              </tr>
            ))}
          </ListTable>
        </section>
      )}
      {attempts.length > 0 && (
        <section aria-labelledby="cases" className="grid gap-3">
          <div className="flex flex-wrap items-center justify-between gap-3">
            <h2 id="cases" className="text-xl font-semibold">
              {personId === null ? 'The last cases' : `The last cases of ${nameOf(personId)}`}
            </h2>
            {personId !== null && (
              <Link href="/people/practice" className={buttonClass('quiet')}>
                Everybody
              </Link>
            )}
          </div>
          <div className="sheet overflow-x-auto">
            <ListTable headings={['When', 'Who', 'Case', 'Score', 'Took']} cellClass={CELL}>
              {attempts.map(({ id, personId: who, title, level, score, right, minutes, atMs }) => (
                <tr key={id}>
                  <td className={`whitespace-nowrap ${CELL}`}>
                    <Moment atMs={atMs} />
                  </td>
                  <td className={CELL}>{nameOf(who)}</td>
                  <td className={CELL}>
                    {title} <span className="text-soft">· level {level}</span>
                  </td>
                  <td className={CELL}>
                    <span className="figures font-semibold">{score}</span>{' '}
                    <span className={right ? 'text-serve' : 'text-retire'}>{right ? 'right' : 'wrong'}</span>
                  </td>
                  <td className={`figures whitespace-nowrap ${CELL}`}>{formatMinutes(minutes)}</td>
                </tr>
              ))}
            </ListTable>
          </div>
        </section>
      )}
    </main>
  );
}
