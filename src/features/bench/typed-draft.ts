import { createContext } from 'react';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import type { NumberField } from './number-fields';

/** Where what is typed and not captured yet is kept: of which run, step and correction. Null keeps nothing. */
export const DraftPlace = createContext<string | null>(null);

type Texts = Readonly<Record<string, string>>;

const NAME = 'integra:typed:';

/**
 * What was typed at a place before and never captured, of the fields that are there now. A temperature that was typed in
 * another unit is left out: it would be read as something else.
 */
export function keptTexts(place: string, fields: readonly NumberField[], unit: TemperatureUnit): Texts {
  const kept = read(place);
  if (!kept) return {};
  const known = fields.filter(({ quantity }) => quantity !== 'temperatureC' || kept.unit === unit);
  return Object.fromEntries(
    known.flatMap(({ name }) => {
      const text = kept.texts[name];
      return typeof text === 'string' && text !== '' ? [[name, text]] : [];
    }),
  );
}

/** Keeps what is typed at a place in this tab; nothing once it was captured. */
export function keepTexts(place: string, texts: Texts, unit: TemperatureUnit): void {
  try {
    if (Object.keys(texts).length === 0) sessionStorage.removeItem(NAME + place);
    else sessionStorage.setItem(NAME + place, JSON.stringify({ unit, texts }));
  } catch {
    // A browser that keeps nothing has it on the screen as long as that is open.
  }
}

interface Kept {
  readonly unit: unknown;
  readonly texts: Readonly<Record<string, unknown>>;
}

function read(place: string): Kept | null {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(NAME + place) ?? 'null');
    return isKept(kept) ? kept : null;
  } catch {
    return null;
  }
}

function isKept(value: unknown): value is Kept {
  return (
    typeof value === 'object' &&
    value !== null &&
    'unit' in value &&
    'texts' in value &&
    typeof value.texts === 'object' &&
    value.texts !== null
  );
}
