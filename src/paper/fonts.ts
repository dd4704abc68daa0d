import { join } from 'node:path';
import { Font } from '@react-pdf/renderer';

const FOLDER = join(process.cwd(), 'node_modules', '@fontsource');
const WEIGHTS = [400, 700] as const;

/** Our own letters first; Greek and Cyrillic, which they lack, come from a face that has them. */
const FACES = {
  Next: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin',
  NextExt: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext',
  Mono: 'atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin',
  MonoExt: 'atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-ext',
  Greek: 'noto-sans/files/noto-sans-greek',
  Cyrillic: 'noto-sans/files/noto-sans-cyrillic',
} as const;

export const TEXT_FACES = ['Next', 'NextExt', 'Greek', 'Cyrillic'];
export const FIGURE_FACES = ['Mono', 'MonoExt', 'Greek', 'Cyrillic'];

let registered = false;

/** Makes the faces known to the writer of PDFs, from files that are shipped with the application. */
export function registerFonts(): void {
  if (registered) return;
  registered = true;
  for (const [family, file] of Object.entries(FACES)) {
    const fonts = WEIGHTS.map((weight) => ({
      src: join(FOLDER, `${file}-${weight}-normal.woff`),
      fontWeight: weight,
    }));
    Font.register({ family, fonts });
  }
  // Words are never parted: a tag with a hyphen that is not its own would be another tag.
  Font.registerHyphenationCallback((word) => [word]);
}

/** Blocks of letters that the faces cover. */
const COVERED: readonly (readonly [from: number, to: number])[] = [
  [0x20, 0x7e],
  [0xa0, 0x17f],
  [0x391, 0x3a9],
  [0x3b1, 0x3c9],
  [0x401, 0x401],
  [0x410, 0x44f],
  [0x451, 0x451],
  [0x2013, 0x2014],
  [0x2018, 0x201a],
  [0x201c, 0x201e],
  [0x2022, 0x2022],
  [0x2026, 0x2026],
  [0x2212, 0x2212],
];

/**
 * A text as it can be printed: a letter that no face has is shown as a question mark rather than as something else, and
 * a long word gets places where it may break.
 */
export function printable(text: string): string {
  return [...text.normalize('NFC')]
    .map((letter) => {
      const code = letter.codePointAt(0) ?? 0;
      return COVERED.some(([from, to]) => code >= from && code <= to) ? letter : '?';
    })
    .join('');
}
