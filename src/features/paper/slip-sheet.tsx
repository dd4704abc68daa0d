import { againstLimit } from '@/core/assessment/measured-words';
import type { Audience, Slip } from '@/core/report/slip';
import { MarginRule } from '@/ui/margin-rule';
import { Moment } from '@/ui/moment';
import { type CodeOutline, ScanCode } from '@/ui/scan-code';
import { VerdictMark } from '@/ui/verdict-mark';

const TITLES: Readonly<Record<Audience, string>> = {
  shop: 'Battery test, shop copy',
  customer: 'Your battery test',
};

/** The slip itself, as it is printed. */
export function SlipSheet({ slip, code }: { readonly slip: Slip; readonly code: CodeOutline }) {
  return (
    <article className="sheet grid grid-cols-[minmax(0,1fr)] gap-4 p-6 max-sm:p-3 print:border-0 print:p-0 print:text-[13px]">
      <Head slip={slip} code={code} />
      <Verdict slip={slip} />
      <Plain slip={slip} />
      <div className="grid gap-6 sm:grid-cols-[2fr_3fr] print:grid-cols-[2fr_3fr]">
        <Facts slip={slip} />
        <Margins slip={slip} />
      </div>
      <Readings slip={slip} />
      <Course slip={slip} />
      <Remarks title="Also found" lines={slip.remarks} />
      <Remarks title="About these readings" lines={slip.irregular} />
      <footer className="border-t pt-2 text-sm text-soft">
        <p>
          {slip.audience === 'shop' && `Judged by ${slip.rules}; core ${slip.core}. `}Volts, limits and health
          are corrected for temperature and charge.
        </p>
        {slip.instruments && <p>{slip.instruments}</p>}
        <p>{slip.closing}</p>
      </footer>
    </article>
  );
}

function Head({ slip, code }: { readonly slip: Slip; readonly code: CodeOutline }) {
  return (
    <header className="flex items-start justify-between gap-4">
      <div className="min-w-0">
        {slip.from.length > 0 && <p className="text-sm text-soft">{slip.from.join(', ')}</p>}
        <p className="font-semibold text-harbour">{TITLES[slip.audience]}</p>
        <h1 className="figures text-3xl font-bold break-all">{slip.tag}</h1>
        {slip.for.length > 0 && <p className="break-words">For {slip.for.join(', ')}</p>}
        <p className="text-soft">
          {slip.finished ? 'Tested' : 'Not finished yet, as it stood'} <Moment atMs={slip.testedAtMs} /> by{' '}
          {slip.testedBy}
        </p>
      </div>
      <ScanCode
        code={code}
        label="Code that leads back to this record"
        className="w-28 shrink-0 max-sm:w-20"
      />
    </header>
  );
}

function Verdict({ slip }: { readonly slip: Slip }) {
  const { verdict, verdictWords, grade, reason, next, override, danger } = slip;
  return (
    <section
      aria-label="Verdict"
      className="flex flex-wrap items-center gap-4 border-l-8 border-line-strong bg-sunk p-4 print:bg-white"
    >
      <VerdictMark verdict={verdict} size={56} />
      <div className="min-w-0 grow basis-64">
        <p className="text-2xl font-bold">{verdictWords}</p>
        <p className="text-lg break-words">{reason}</p>
        {next.map((line) => (
          <p key={line} className="text-lg font-semibold">
            {line}
          </p>
        ))}
        {slip.nextCheckMs !== null && (
          <p className="text-soft">
            Next check: <Moment atMs={slip.nextCheckMs} as="day" />
          </p>
        )}
        {danger && (
          <p className="flex items-center gap-2 text-lg font-semibold text-quarantine">
            <VerdictMark verdict="quarantine" size={22} /> {danger}
          </p>
        )}
        {override && (
          <p className="text-soft">
            Set by {override.by}. Computed: {override.computed}
          </p>
        )}
      </div>
      {grade && (
        <p className="grid justify-items-center">
          <span className="heading">Grade</span>
          <span className="text-5xl leading-none font-bold">{grade}</span>
        </p>
      )}
    </section>
  );
}

function Facts({ slip }: { readonly slip: Slip }) {
  return (
    <section aria-label="Battery">
      <h2 className="heading mb-1">Battery</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
        {slip.battery.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd className="min-w-0 break-words">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Margins({ slip }: { readonly slip: Slip }) {
  return (
    <section aria-label="Figures" className="grid content-start gap-2">
      <dl className="flex gap-10">
        {slip.figures.map(([name, value]) => (
          <div key={name}>
            <dt className="heading">{name}</dt>
            <dd className="figures text-xl font-semibold">{value ?? '–'}</dd>
          </div>
        ))}
      </dl>
      {slip.margins.map(({ label, measured, indicative }) => (
        <div key={`${label} ${measured.value}`}>
          <p className="flex flex-wrap justify-between gap-x-4 text-sm">
            <span>
              {label}
              {indicative && ' (indicative)'}
            </span>
            <span className="figures text-soft">{againstLimit(measured)}</span>
          </p>
          <MarginRule label={label} measured={measured} indicative={indicative} />
        </div>
      ))}
    </section>
  );
}

/** What it comes to in the customer's own words. */
function Plain({ slip }: { readonly slip: Slip }) {
  if (slip.plain.length === 0) return null;
  return (
    <dl aria-label="In plain words" className="grid gap-2 text-lg print:text-[14px]">
      {slip.plain.map(({ title, text }) => (
        <div key={title} className="grid gap-x-4 sm:grid-cols-[11rem_1fr] print:grid-cols-[9rem_1fr]">
          <dt className="font-semibold">{title}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}

/** What was measured more than once, as found and as left. */
function Course({ slip }: { readonly slip: Slip }) {
  if (slip.course.length === 0) return null;
  return (
    <section aria-label="As found and as left">
      <h2 className="heading mb-1">As found and as left</h2>
      <ul className="divide-y border-t">
        {slip.course.map(([name, found, left]) => (
          <li
            key={name}
            className="grid gap-x-4 py-1 sm:grid-cols-[11rem_1fr_1fr] print:grid-cols-[9rem_1fr_1fr]"
          >
            <span className="font-semibold">{name}</span>
            <span className="figures">{found}</span>
            <span className="figures">{left}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Readings({ slip }: { readonly slip: Slip }) {
  if (slip.readings.length === 0) return null;
  return (
    <section aria-label="Readings">
      <h2 className="heading mb-1">
        {slip.audience === 'shop' ? 'Readings and their working' : 'What was measured'}
      </h2>
      <ul className="divide-y border-t">
        {slip.readings.map(({ step, reading, working, standing }) => (
          <li
            key={`${step} ${reading}`}
            className="grid gap-x-4 py-1 sm:grid-cols-[11rem_1fr] print:grid-cols-[9rem_1fr]"
          >
            <span className="font-semibold">{step}</span>
            <span className="min-w-0">
              <span className="figures break-words">
                {reading}
                {standing && ` (${standing})`}
              </span>
              {working.map((line) => (
                <span key={line} className="block text-sm text-soft">
                  {line}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Remarks({ title, lines }: { readonly title: string; readonly lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="heading">{title}</h2>
      <p className="break-words">{lines.join(' · ')}</p>
    </section>
  );
}
