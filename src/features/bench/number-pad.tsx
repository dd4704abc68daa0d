import { Delete } from 'lucide-react';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', 'back'] as const;

export type PadKey = (typeof KEYS)[number] | 'sign';

interface Props {
  readonly onKey: (key: PadKey) => void;
  /** Whether the active field can be below zero. */
  readonly signed: boolean;
}

/**
 * Digits that work in gloves. They type into the active field, which keeps the focus, so the pad is left out of the
 * order of tabs: a keyboard has digits of its own.
 */
export function NumberPad({ onKey, signed }: Props) {
  const press = (key: PadKey) => (event: React.PointerEvent) => {
    event.preventDefault();
    onKey(key);
  };
  return (
    <fieldset className="no-print grid grid-cols-3 gap-1.5" aria-label="Number pad">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          tabIndex={-1}
          aria-label={key === 'back' ? 'Delete' : key === '.' ? 'Point' : key}
          onPointerDown={press(key)}
          className="figures grid h-[3.6rem] place-items-center rounded-md border border-line-strong bg-sheet text-2xl hover:bg-harbour-wash active:bg-sunk"
        >
          {key === 'back' ? <Delete aria-hidden="true" /> : key}
        </button>
      ))}
      {signed && (
        <button
          type="button"
          tabIndex={-1}
          aria-label="Change sign"
          onPointerDown={press('sign')}
          className="figures col-span-3 h-12 rounded-md border border-line-strong bg-sheet text-2xl hover:bg-harbour-wash"
        >
          +/−
        </button>
      )}
    </fieldset>
  );
}

/** What a field holds after a key of the pad. */
export function typedOn(text: string, key: PadKey): string {
  switch (key) {
    case 'back':
      return text.slice(0, -1);
    case 'sign':
      return text.startsWith('-') ? text.slice(1) : `-${text}`;
    case '.':
      return text.includes('.') ? text : `${text === '' ? '0' : text}.`;
    default:
      return text + key;
  }
}
