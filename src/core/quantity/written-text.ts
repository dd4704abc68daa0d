/**
 * Texts that people type, scan and paste: the same name may come in many spellings that look alike. What is kept is one
 * clean line; what is compared is the key of it.
 */

// Control and format characters, and what stands for nothing: none of them can be seen.
const UNSEEN = /[\p{Cc}\p{Cf}\p{Cs}\p{Co}\p{Cn}\u115F\u1160\u3164\uFFA0\u2800]/gu;
const BLANKS = /[\s\p{Z}]+/gu;

/** A text on one line as it is kept: composed, without what cannot be seen, single blanks. */
export function tidyLine(text: string): string {
  return text.normalize('NFC').replace(BLANKS, ' ').replace(UNSEEN, '').trim();
}

/** Letters of other scripts that are drawn as Latin ones, in upper case (Unicode's table of confusables, in part). */
const LOOK_ALIKES: Readonly<Record<string, string>> = {
  А: 'A',
  В: 'B',
  Е: 'E',
  З: '3',
  К: 'K',
  М: 'M',
  Н: 'H',
  О: 'O',
  Р: 'P',
  С: 'C',
  Т: 'T',
  У: 'Y',
  Х: 'X',
  І: 'I',
  Ј: 'J',
  Ѕ: 'S',
  Ԛ: 'Q',
  Ԝ: 'W',
  Ү: 'Y',
  Һ: 'H',
  Ӏ: 'I',
  Α: 'A',
  Β: 'B',
  Ε: 'E',
  Ζ: 'Z',
  Η: 'H',
  Ι: 'I',
  Κ: 'K',
  Μ: 'M',
  Ν: 'N',
  Ο: 'O',
  Ρ: 'P',
  Τ: 'T',
  Υ: 'Y',
  Χ: 'X',
  '‐': '-',
  '‑': '-',
  '‒': '-',
  '–': '-',
  '—': '-',
  '−': '-',
  '﹣': '-',
  '’': "'",
  '‘': "'",
  '´': "'",
};

// What nearly every tag and name consists of: nothing in it looks like anything else.
const PLAIN = /^[ -~]*$/;

/**
 * How texts are compared that must not be mixed up: in any case, in any spelling of the same signs, whatever script a
 * letter comes from as long as it is drawn the same.
 * @example lookAlikeKey('ＦＨ‑0107') === lookAlikeKey('fh-0107')
 */
export function lookAlikeKey(text: string): string {
  if (PLAIN.test(text)) return text.replace(/ {2,}/g, ' ').trim().toUpperCase();
  // A letter that was replaced may join with the accents behind it into another: until nothing changes any more.
  let key = folded(text);
  for (let turn = 0; turn < MOST_TURNS && folded(key) !== key; turn++) key = folded(key);
  return key;
}

/** Twice is enough for every letter there is. */
const MOST_TURNS = 4;

function folded(text: string): string {
  const wide = tidyLine(text.normalize('NFKC')).toUpperCase();
  return Array.from(wide, (sign) => LOOK_ALIKES[sign] ?? sign).join('');
}

// Half a surrogate pair is no character: no file and no database can hold it as text. Tabs and line ends may stand.
const BROKEN = /(?![\t\n\r])[\p{Cc}\p{Cs}]/u;

/** Whether a text holds signs that cannot be kept as they are: control characters, halves of characters. */
export function hasBrokenSigns(text: string): boolean {
  return BROKEN.test(text);
}
