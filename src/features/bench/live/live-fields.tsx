import { useState } from 'react';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import { type NumberField, shownValue } from '../number-fields';
import { instrumentName, type LiveSource, useLink, useLive } from './use-live';

/** How a field stands to its instrument: it follows it, or was typed over, or the instrument is not there now. */
export interface LiveState {
  readonly instrument: string;
  readonly following: boolean;
}

interface LiveFields<Name extends string> {
  /** Texts of the fields that follow an instrument now. */
  readonly texts: Partial<Record<Name, string>>;
  readonly instrument: string | null;
  readonly stateOf: (field: NumberField<Name>) => LiveState | null;
  readonly leave: (...names: readonly Name[]) => void;
  readonly follow: (name: Name) => void;
}

/**
 * Fields that are read from an instrument while it is there: each follows it until something is typed into it. A field
 * that had a value to start with does not.
 */
export function useLiveFields<Name extends string>(
  fields: readonly NumberField<Name>[],
  unit: TemperatureUnit,
): LiveFields<Name> {
  const link = useLink();
  const [left, setLeft] = useState<ReadonlySet<Name>>(
    () => new Set(fields.filter(({ initial }) => initial !== null).map(({ name }) => name)),
  );
  // One text for all values: it changes when one of them does, and only then is anything drawn anew.
  const told = useLive((there) =>
    JSON.stringify(fields.map(({ live }) => liveValue(there.value.bind(there), live))),
  );
  const names = useLive((there) =>
    JSON.stringify(fields.map(({ live }) => (live ? instrumentName(there, live.kind) : null))),
  );
  const values = (told === null ? [] : JSON.parse(told)) as (number | null)[];
  const instruments = (names === null ? [] : JSON.parse(names)) as (string | null)[];
  const texts: Partial<Record<Name, string>> = {};
  const followed: string[] = [];
  for (const [at, field] of fields.entries()) {
    const value = values[at] ?? null;
    if (value === null || left.has(field.name)) continue;
    texts[field.name] = shownValue(field, value, unit, leastDecimals(field.live));
    const instrument = instruments[at];
    if (instrument) followed.push(instrument);
  }
  return {
    texts,
    instrument: followed[0] ?? null,
    stateOf: (field) => {
      const instrument = instruments[fields.indexOf(field)];
      if (!link || !instrument || !field.live) return null;
      const following = texts[field.name] !== undefined;
      // An instrument that has not been asked yet has nothing to follow.
      const hasValue = values[fields.indexOf(field)] != null;
      return following || hasValue ? { instrument, following } : null;
    },
    leave: (...names) => setLeft(new Set([...left, ...names])),
    follow: (name) => setLeft(new Set([...left].filter((other) => other !== name))),
  };
}

/** Decimals that a reading is shown with at least, by what gives it: as many as its last digit asks for. */
const LEAST_DECIMALS: Readonly<Record<string, number>> = {
  'voltmeter volts': 2,
  'voltmeter sum': 2,
  'voltmeter least': 2,
  'charger amps': 1,
  'charger volts': 2,
  'draw_meter amps': 3,
  'thermometer celsius': 1,
  'hydrometer gravity': 3,
};

const leastDecimals = (live: LiveSource | undefined) =>
  live ? (LEAST_DECIMALS[`${live.kind} ${live.field}`] ?? 0) : 0;

function liveValue(
  read: (kind: LiveSource['kind'], field: string, cell?: number) => number | null,
  live: LiveSource | undefined,
): number | null {
  const value = live ? read(live.kind, live.field, live.cell) : null;
  return value === null ? null : value * (live?.times ?? 1);
}

/** Says that a field follows its instrument, or lets it. */
export function LiveMark({
  live,
  short,
  settled,
  onFollow,
}: {
  readonly live: LiveState;
  /** Beneath a small field there is no room for the instrument’s name. */
  readonly short: boolean;
  /** It has come to rest. */
  readonly settled: boolean;
  readonly onFollow: () => void;
}) {
  if (live.following) {
    return (
      <span className="flex items-center gap-2 text-sm text-soft">
        <span aria-hidden="true" className="size-2 rounded-full bg-harbour" />
        {short ? <span title={live.instrument}>live</span> : `live from ${live.instrument}`}
        {settled && <strong className="font-semibold text-ink">settled</strong>}
      </span>
    );
  }
  return (
    <button
      type="button"
      aria-label={`Read from ${live.instrument}`}
      className="min-h-8 justify-self-start text-sm underline"
      onClick={onFollow}
    >
      {short ? 'follow' : `read from ${live.instrument}`}
    </button>
  );
}
