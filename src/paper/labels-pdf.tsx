import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { dayWords } from '@/core/quantity/day';
import type { LabelCode, LabelSize } from '@/core/report/battery-tag';
import { type CodePath, codePath, fitsBars } from './code-path';
import { PaperBars, PaperCode, PaperMark } from './drawings';
import { FIGURE_FACES, printable, registerFonts, TEXT_FACES } from './fonts';

/** One label with everything on it in words. */
export interface PrintedLabel {
  readonly tag: string;
  readonly line: string;
  readonly rating: string;
  readonly fittedOn: string | null;
  readonly verdict: {
    readonly verdict: Parameters<typeof PaperMark>[0]['verdict'];
    readonly words: string;
    readonly day: string;
    readonly setBy: string | null;
  } | null;
  readonly nextCheck: string | null;
  /** What its code says, where that is not the tag. */
  readonly codeText?: string;
  readonly day: string | null;
}

const PT_PER_MM = 72 / 25.4;
const mm = (millimetres: number) => millimetres * PT_PER_MM;

/** Labels as a PDF: one a page from a roll, or as many on a sheet as it has. `skip` leaves places free that are used up. */
export async function labelsPdf(
  labels: readonly PrintedLabel[],
  size: LabelSize,
  code: LabelCode,
  skip: number,
): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <Document title="Battery labels" language="en">
      {size.sheet ? sheets(labels, size, code, skip) : labels.map((label) => roll(label, size, code))}
    </Document>,
  );
}

function roll(label: PrintedLabel, size: LabelSize, code: LabelCode) {
  return (
    <Page key={label.tag} size={[mm(size.widthMm), mm(size.heightMm)]} style={{ fontFamily: TEXT_FACES }}>
      <Label label={label} size={size} code={code} />
    </Page>
  );
}

function sheets(labels: readonly PrintedLabel[], size: LabelSize, code: LabelCode, skip: number) {
  const { sheet } = size;
  if (!sheet) return [];
  const places: (PrintedLabel | null)[] = [...Array.from({ length: skip }, () => null), ...labels];
  const aSheet = sheet.columns * sheet.rows;
  const pages: (PrintedLabel | null)[][] = [];
  for (let from = 0; from < places.length; from += aSheet) pages.push(places.slice(from, from + aSheet));
  return pages.map((page) => (
    <Page key={page.find((label) => label)?.tag ?? 'blank'} size="A4" style={{ fontFamily: TEXT_FACES }}>
      {page.map(
        (label, place) =>
          label && (
            <View
              key={label.tag}
              style={{
                position: 'absolute',
                left: mm(sheet.leftMm + (place % sheet.columns) * (size.widthMm + sheet.gapXMm)),
                top: mm(sheet.topMm + Math.floor(place / sheet.columns) * (size.heightMm + sheet.gapYMm)),
              }}
            >
              <Label label={label} size={size} code={code} />
            </View>
          ),
      )}
    </Page>
  ));
}

/** White around what is printed, mm: printers miss the edge, scanners need the quiet. */
const MARGIN_MM = 3;
/** Two lines more for whose word a verdict is, mm at full size. */
const SET_BY_MM = 5.8;
/** Widths of letters against their size, for a tag that must stand on one line. */
const LETTER_WIDTH = 0.62;

interface LabelProps {
  readonly label: PrintedLabel;
  readonly size: LabelSize;
  readonly code: LabelCode;
}

function Label({ label, size, code }: LabelProps) {
  const coded = label.codeText ?? label.tag;
  const bars = code === 'bars' && fitsBars(coded);
  const drawn = codePath(coded, bars ? 'bars' : 'square');
  const height = size.heightMm - 2 * MARGIN_MM;
  const codeMm = bars ? 0 : Math.min(height, size.widthMm * 0.34);
  const textMm = size.widthMm - 2 * MARGIN_MM - (bars ? 0 : codeMm + 2);
  const lines = (bars ? 30 : 23) + (label.verdict?.setBy ? SET_BY_MM : 0);
  const scale = Math.min(height / lines, textMm / 36);
  return (
    <View
      style={{
        width: mm(size.widthMm),
        height: mm(size.heightMm),
        padding: mm(MARGIN_MM),
        flexDirection: 'row',
        gap: mm(2),
        alignItems: 'center',
      }}
    >
      {!bars && <PaperCode code={drawn} size={mm(codeMm)} />}
      <Words label={label} textMm={textMm} scale={scale} bars={bars ? drawn : null} />
    </View>
  );
}

function Words({
  label,
  textMm,
  scale,
  bars,
}: {
  readonly label: PrintedLabel;
  readonly textMm: number;
  readonly scale: number;
  readonly bars: CodePath | null;
}) {
  const { tag, line, rating, fittedOn, verdict, nextCheck, day } = label;
  const tagSize = Math.min(15 * scale, mm(textMm) / (tag.length * LETTER_WIDTH));
  // A line's height is handed down in points, so that each text says its own.
  const small = { fontSize: 6.6 * scale, lineHeight: 1.2 } as const;
  return (
    <View style={{ width: mm(textMm) }}>
      <Text style={{ fontFamily: FIGURE_FACES, fontWeight: 700, fontSize: tagSize, lineHeight: 1.2 }}>
        {printable(tag)}
      </Text>
      {bars && (
        <View style={{ paddingVertical: 1.5 * scale }}>
          <PaperBars code={bars} width={mm(textMm)} height={mm(7 * scale)} />
        </View>
      )}
      <Text style={{ ...small, fontWeight: 700 }}>{printable([line, day ?? ''].join(' ').trim())}</Text>
      {rating !== '' && <Text style={{ ...small, fontWeight: 700 }}>{printable(rating)}</Text>}
      {fittedOn && <Text style={small}>Fitted {printable(dayWords(fittedOn))}</Text>}
      {verdict && (
        <View style={{ flexDirection: 'row', gap: 2.5 * scale, alignItems: 'center' }}>
          <PaperMark verdict={verdict.verdict} size={small.fontSize} />
          <Text style={small}>
            {printable(verdict.words)}, {printable(verdict.day)}
          </Text>
        </View>
      )}
      {verdict?.setBy && <Text style={{ ...small, fontWeight: 700 }}>{printable(verdict.setBy)}</Text>}
      {nextCheck && <Text style={small}>Check by {printable(nextCheck)}</Text>}
    </View>
  );
}
