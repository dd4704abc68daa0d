import { foundAndLeft, putRight, reopenings } from '@/core/steps/course';
import type { Reading } from '@/core/steps/reading';
import { readingTitle, readingWords } from '@/core/steps/registry';
import { Moment } from '@/ui/moment';
import { useSite, useTechnicianName } from '@/ui/site';

/** What the battery measured when it came and when it was left, and what of its record was put right or opened again. */
export function RunCourse({ readings }: { readonly readings: readonly Reading[] }) {
  const { temperatureUnit } = useSite();
  const nameOf = useTechnicianName();
  const course = foundAndLeft(readings);
  const corrected = putRight(readings);
  const reopened = reopenings(readings);
  const words = (reading: Reading) => readingWords(reading, temperatureUnit);
  return (
    <>
      {course.some(({ left }) => left !== null) && (
        <section aria-label="As found and as left" className="overflow-x-auto">
          <table className="w-full text-left">
            <thead>
              <tr className="heading border-b">
                <th scope="col" className="py-1 pr-4">
                  Measured
                </th>
                <th scope="col" className="pr-4">
                  As found
                </th>
                <th scope="col">As left</th>
              </tr>
            </thead>
            <tbody className="divide-y">
              {course.map(({ kind, found, left }) => (
                <tr key={kind} className="align-top">
                  <th scope="row" className="py-1.5 pr-4 font-semibold">
                    {readingTitle(kind)}
                  </th>
                  <td className="pr-4">
                    <Said words={words(found)} reading={found} />
                  </td>
                  <td>
                    {left ? (
                      <Said words={words(left)} reading={left} />
                    ) : (
                      <span className="text-soft">not again</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {corrected.length + reopened.length > 0 && (
        <section aria-label="Put right" className="grid gap-1">
          <h2 className="heading">Put right</h2>
          <ul className="grid gap-1">
            {corrected.map(({ was, now, byId, atMs, reason }) => (
              <li key={was.id}>
                <span className="font-semibold">{readingTitle(was.kind)}</span>:{' '}
                <s className="text-soft">{words(was)}</s> {now ? words(now) : 'taken back'}
                <span className="text-soft">
                  {' '}
                  · {reason}, by {nameOf(byId)}, <Moment atMs={atMs} />; first by {nameOf(was.technicianId)},{' '}
                  <Moment atMs={was.takenAtMs} as="time" />
                </span>
              </li>
            ))}
            {reopened.map(({ id, data, technicianId, takenAtMs }) => (
              <li key={id}>
                <span className="font-semibold">Opened again</span>: {data.reason}
                <span className="text-soft">
                  {' '}
                  · by {nameOf(technicianId)}, <Moment atMs={takenAtMs} />
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Said({ words, reading }: { readonly words: string; readonly reading: Reading }) {
  return (
    <>
      <span className="figures">{words}</span>
      {reading.forced && <span className="text-warn"> indicative</span>}
      <span className="block text-sm text-soft">
        <Moment atMs={reading.takenAtMs} />
      </span>
    </>
  );
}
