'use client';

import { Printer } from 'lucide-react';
import { useState } from 'react';
import { dayWords } from '@/core/quantity/day';
import type { Problem } from '@/core/quantity/result';
import {
  type BatteryTag,
  LABEL_CODES,
  LABEL_SIZES,
  type LabelCode,
  labelSize,
} from '@/core/report/battery-tag';
import { ActLink } from '@/ui/act-link';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { type CodeOutline, ScanCode } from '@/ui/scan-code';
import { Select } from '@/ui/select';
import { VerdictMark } from '@/ui/verdict-mark';

interface Props {
  /** The first of them, as they are drawn here. */
  readonly labels: readonly { readonly tag: BatteryTag; readonly code: CodeOutline }[];
  /** How many there are. */
  readonly count: number;
  /** Tags of a series that batteries have already. */
  readonly inUse: readonly string[];
  readonly problems: readonly Problem[];
  readonly asked: {
    readonly batteries: readonly string[];
    readonly lot: string | null;
    readonly series: { readonly first: string; readonly count: number } | null;
  };
  readonly size: string | null;
  readonly code: LabelCode;
}

const CODE_NAMES: Readonly<Record<LabelCode, string>> = {
  square: 'Square code, for cameras and area scanners',
  bars: 'Bars, for line scanners',
};

/** Labels as they will be printed, and the sheet or roll that they are printed on. */
export function LabelScreen({ labels, count, inUse, problems, asked, size: sizeAsked, code }: Props) {
  const [sizeId, setSizeId] = useState(labelSize(sizeAsked).id);
  const [skip, setSkip] = useState('0');
  const size = labelSize(sizeId);
  const query = new URLSearchParams({ size: sizeId, code, skip });
  for (const id of asked.batteries) query.append('battery', id);
  if (asked.lot !== null) query.set('lot', asked.lot);
  if (asked.series) {
    query.set('first', asked.series.first);
    query.set('count', String(asked.series.count));
  }
  const withCode = (chosen: LabelCode) => {
    const next = new URLSearchParams(query);
    next.set('code', chosen);
    // The codes are drawn by the server: another kind is another page.
    window.location.search = next.toString();
  };
  const named = asked.batteries.length > 0 || asked.lot !== null;
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-5 px-4 py-5">
      <h1 className="text-xl font-semibold">
        Labels <span className="figures text-base font-normal text-soft">{count}</span>
      </h1>
      {!named && <SeriesForm series={asked.series} />}
      <Problems problems={problems} />
      {inUse.length > 0 && (
        <p className="text-warn">
          {inUse.length === 1
            ? 'Left out, as a battery has it: '
            : `${inUse.length} left out, as batteries have them: `}
          <span className="figures">{inUse.slice(0, MOST_NAMED).join(', ')}</span>
          {inUse.length > MOST_NAMED && ' …'}
        </p>
      )}
      {count === 0 ? (
        named && (
          <p className="text-soft">No such battery is registered. A rack has labels once it is stored.</p>
        )
      ) : (
        <>
          <div className="no-print sheet flex flex-wrap items-end gap-4 p-4">
            <div className="w-72 max-w-full">
              <Select
                label="Printed on"
                value={sizeId}
                options={LABEL_SIZES.map(({ id, name }) => ({ value: id, label: name }))}
                onChoose={setSizeId}
              />
            </div>
            <div className="w-80 max-w-full">
              <Select
                label="Code"
                value={code}
                options={LABEL_CODES.map((value) => ({ value, label: CODE_NAMES[value] }))}
                onChoose={withCode}
              />
            </div>
            {size.sheet && (
              <label className="grid gap-1">
                <span className="heading">Places used already</span>
                <input
                  inputMode="numeric"
                  value={skip}
                  maxLength={2}
                  className="figures min-h-12 w-24 rounded-md border border-line-strong bg-sheet px-3"
                  onChange={(event) => setSkip(event.target.value.replace(/\D/g, ''))}
                />
              </label>
            )}
            <ActLink act="export_lists" href={`/api/labels?${query}`} target="_blank" tone="main">
              <Printer size={18} aria-hidden="true" /> Open for printing
            </ActLink>
          </div>
          <ul className="flex flex-wrap gap-4">
            {labels.map(({ tag, code: outline }) => (
              <li key={tag.tag} className="max-w-full">
                <LabelPreview
                  tag={tag}
                  outline={outline}
                  bars={code === 'bars'}
                  ratio={size.widthMm / size.heightMm}
                />
              </li>
            ))}
          </ul>
          {count > labels.length && (
            <p className="text-soft">and {count - labels.length} more, which are printed as well.</p>
          )}
        </>
      )}
    </main>
  );
}

/** Tags that are named where a series runs into batteries that are there. */
const MOST_NAMED = 6;

/** Labels to be stuck on before anything is registered: the first scan of one then registers it. */
function SeriesForm({ series }: { readonly series: Props['asked']['series'] }) {
  return (
    <form action="/labels" className="no-print sheet flex flex-wrap items-end gap-4 p-4">
      <p className="w-full">
        For batteries that are still to come: tags that none has yet, with room to write. Scanned for the
        first time, such a label leads to <em>Register</em>.
      </p>
      <label className="grid w-56 gap-1">
        <span className="heading">First tag</span>
        <input
          name="first"
          required
          maxLength={32}
          defaultValue={series?.first}
          placeholder="FH-0201"
          className={`figures ${INPUT}`}
        />
      </label>
      <label className="grid w-28 gap-1">
        <span className="heading">How many</span>
        <input
          name="count"
          required
          inputMode="numeric"
          defaultValue={series?.count ?? 24}
          className={`figures ${INPUT}`}
        />
      </label>
      <Button type="submit">Show them</Button>
    </form>
  );
}

const PREVIEW_WIDTH = 340;

function LabelPreview({
  tag,
  outline,
  bars,
  ratio,
}: {
  readonly tag: BatteryTag;
  readonly outline: CodeOutline;
  readonly bars: boolean;
  readonly ratio: number;
}) {
  return (
    <article
      aria-label={`Label of ${tag.tag}`}
      // Paper is white in any theme.
      data-theme="light"
      className="flex items-center gap-3 overflow-hidden rounded-md border border-line bg-white p-3 text-[#1c2428]"
      style={{ width: PREVIEW_WIDTH, maxWidth: '100%', minHeight: PREVIEW_WIDTH / ratio }}
    >
      {!bars && <ScanCode code={outline} label={`Code of ${tag.tag}`} className="w-28 shrink-0" />}
      <div className="grid min-w-0 grow gap-0.5 text-sm">
        <p
          className="figures leading-tight font-bold break-all"
          style={{ fontSize: Math.max(11, Math.min(30, (bars ? 480 : 300) / tag.tag.length)) }}
        >
          {tag.tag}
        </p>
        {bars && <ScanCode code={outline} label={`Code of ${tag.tag}`} className="w-full" />}
        {tag.line === '' ? <Room /> : <p className="font-semibold">{tag.line}</p>}
        {tag.rating !== '' && <p className="font-semibold">{tag.rating}</p>}
        {tag.fittedOn && <p>Fitted {dayWords(tag.fittedOn)}</p>}
        {tag.verdict && (
          <p className="flex items-center gap-1.5">
            <VerdictMark verdict={tag.verdict.verdict} size={16} />
            <span>
              {tag.verdict.words}, <Moment atMs={tag.verdict.atMs} as="day" />
            </span>
          </p>
        )}
        {tag.verdict?.setBy && <p className="font-semibold">{tag.verdict.setBy}</p>}
        {tag.nextCheckMs !== null && (
          <p>
            Check by <Moment atMs={tag.nextCheckMs} as="day" />
          </p>
        )}
      </div>
    </article>
  );
}

/** Lines to write type, rating and date on by hand. */
const Room = () => (
  <div aria-hidden="true" className="grid gap-4 pt-4">
    <hr className="border-[#1c2428]/40" />
    <hr className="border-[#1c2428]/40" />
  </div>
);
