'use client';

import { clsx } from 'clsx';
import { Link2 } from 'lucide-react';
import { useId, useMemo, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  type TemperatureUnit,
} from '@/core/quantity/temperature';
import {
  changedIn,
  type NumberField,
  problemWith,
  queryOf,
  type Tool,
  type ToolField,
  type Values,
  valuesFrom,
  withChange,
} from '@/core/reckoner/tool';
import { toolbox } from '@/core/reckoner/toolbox';
import type { HouseRules } from '@/core/rules/house-rules';
import { CLOSING_LINE } from '@/core/steps/closing-line';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useSite, useWords } from '@/ui/site';
import { typedNumber } from '@/ui/typed-number';
import { useGoTo } from '@/ui/use-go-to';

interface Props {
  readonly rules: HouseRules;
  /** What the address asks for. */
  readonly query: Readonly<Record<string, string | undefined>>;
}

/** The loose calculations, each in both directions, without a record. */
export function ReckonerScreen({ rules, query }: Props) {
  const goTo = useGoTo();
  const tools = useMemo(() => toolbox(rules), [rules]);
  const tool = tools.find(({ id }) => id === query.tool) ?? tools[0];
  if (!tool) return null;
  return (
    <main className="print-list mx-auto grid max-w-7xl items-start gap-6 px-4 py-5 md:grid-cols-[16rem_minmax(0,1fr)]">
      <h1 className="sr-only">Reckoner</h1>
      <div className="md:hidden">
        <Select
          label="Calculation"
          value={tool.id}
          options={tools.map(({ id, title }) => ({ value: id, label: title }))}
          onChoose={(id) => goTo(`/reckoner?tool=${id}`)}
        />
      </div>
      <nav aria-label="Calculations" className="sheet grid p-1.5 max-md:hidden">
        {tools.map(({ id, title }) => (
          <Link
            key={id}
            href={`/reckoner?tool=${id}`}
            aria-current={tool.id === id ? 'page' : undefined}
            className={clsx(
              'grid min-h-11 content-center rounded-md px-3 hover:bg-sunk',
              tool.id === id && 'bg-harbour-wash font-semibold',
            )}
          >
            {title}
          </Link>
        ))}
      </nav>
      <ToolPanel key={`${tool.id} ${query.by ?? ''}`} tool={tool} query={query} />
    </main>
  );
}

interface Typed {
  readonly id: string;
  readonly text: string;
}

function ToolPanel({ tool, query }: { readonly tool: Tool; readonly query: Props['query'] }) {
  const asked = useMemo(() => valuesFrom(tool, query), [tool, query]);
  const [values, setValues] = useState<Values>(asked.ok ? asked.value : tool.begin);
  const [typed, setTyped] = useState<Typed | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>(asked.ok ? [] : asked.problems);
  const [copied, setCopied] = useState(false);
  // What has just been computed is tinted, so that one sees which way it went.
  const [changed, setChanged] = useState(changedIn(tool, query) ?? tool.fields[0]?.id ?? '');
  const { temperatureUnit } = useSite();
  const words = useWords();
  // The calculation of units is the one that shows both.
  const unitOf = ({ unit }: NumberField): TemperatureUnit | null =>
    unit !== '°C' || tool.id === TEMPERATURE_TOOL ? null : temperatureUnit;
  const change = (field: ToolField, value: number | string | null, text = String(value)) => {
    const wrong = problemWith(field, value, text);
    setProblems(wrong ? [{ ...wrong, message: words(wrong.message.replace(field.id, field.label)) }] : []);
    setCopied(false);
    if (wrong) return;
    const next = withChange(tool, values, field.id, value);
    setValues(next);
    setChanged(field.id);
    window.history.replaceState(null, '', `?${queryOf(tool, next, field.id)}`);
  };
  const copy = async () => {
    await navigator.clipboard?.writeText(window.location.href);
    setCopied(true);
  };
  return (
    <section aria-label={tool.title} className="grid gap-5">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-2xl font-semibold">{tool.title}</h2>
          <p className="text-lg text-soft">{words(tool.about)}</p>
        </div>
        <Button onClick={copy}>
          <span className="flex items-center gap-2">
            <Link2 size={18} aria-hidden="true" /> {copied ? 'Copied' : 'Copy its address'}
          </span>
        </Button>
      </div>
      <div className="sheet grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-5 p-5">
        {tool.fields.map((field) =>
          field.kind === 'choice' ? (
            <Select
              key={field.id}
              label={field.label}
              value={String(values[field.id])}
              options={field.choices}
              onChoose={(value) => {
                setTyped(null);
                change(field, value);
              }}
            />
          ) : (
            <Figure
              key={field.id}
              field={field}
              unit={unitOf(field) ?? field.unit}
              text={
                typed?.id === field.id
                  ? typed.text
                  : shown(field, inShownUnit(values[field.id] ?? null, unitOf(field)))
              }
              computed={(tool.follows[changed] ?? []).includes(field.id)}
              wrong={problems.some(({ field: where }) => where === field.id)}
              onType={(text) => {
                setTyped({ id: field.id, text });
                change(field, fromShownUnit(typedNumber(text), unitOf(field)), text);
              }}
              onLeave={() =>
                setTyped((before) => (before?.id === field.id && problems.length === 0 ? null : before))
              }
            />
          ),
        )}
      </div>
      <Problems problems={problems} />
      <Working {...tool.working(values)} />
      <p className="text-soft">{CLOSING_LINE}</p>
    </section>
  );
}

/** The sum with its numbers put in, who says so, and how far to trust it. */
function Working({ formula, source, band, notes }: ReturnType<Tool['working']>) {
  const words = useWords();
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <section aria-label="Working" className="sheet p-4">
        <h3 className="heading mb-1">Working</h3>
        {formula.map((line) => (
          <p key={line} className="figures break-words">
            {words(line)}
          </p>
        ))}
        <p className="mt-2 text-soft">{words(source)}</p>
      </section>
      <section aria-label="How far to trust it" className="sheet p-4">
        <h3 className="heading mb-1">How far to trust it</h3>
        <p className="text-lg">{words(band ?? 'Exact.')}</p>
        {notes.map((note) => (
          <p key={note} className="mt-2">
            {words(note)}
          </p>
        ))}
      </section>
    </div>
  );
}

const TEMPERATURE_TOOL = 'temperature';

/** A temperature as this screen shows it; anything else, and where the unit is null, as it is. */
const inShownUnit = (value: number | string | null, unit: TemperatureUnit | null) =>
  unit === '°F' && typeof value === 'number' ? fahrenheitFromCelsius(value) : value;

const fromShownUnit = (value: number | null, unit: TemperatureUnit | null) =>
  unit === '°F' && value !== null ? celsiusFromFahrenheit(value) : value;

function shown({ decimals }: NumberField, value: number | string | null): string {
  return typeof value === 'number' ? (value === 0 ? 0 : value).toFixed(decimals) : '';
}

function Figure({
  field,
  unit,
  text,
  computed,
  wrong,
  onType,
  onLeave,
}: {
  readonly field: NumberField;
  readonly unit: string;
  readonly text: string;
  readonly computed: boolean;
  readonly wrong: boolean;
  readonly onType: (text: string) => void;
  readonly onLeave: () => void;
}) {
  const id = useId();
  const words = useWords();
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="heading">
        {words(field.label)}
        {unit && `, ${unit}`}
      </label>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        maxLength={12}
        aria-invalid={wrong}
        className={clsx(
          'figures h-16 w-full rounded-md border px-3 text-3xl font-semibold',
          computed ? 'bg-harbour-wash' : 'bg-sheet',
          wrong ? 'border-retire text-retire' : 'border-line-strong',
        )}
        onFocus={(event) => event.target.select()}
        onChange={(event) => onType(event.target.value)}
        onBlur={onLeave}
      />
    </div>
  );
}
