import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { Slip } from '@/core/report/slip';
import { type CodePath, codePath } from './code-path';
import { PaperCode, PaperMargin, PaperMark } from './drawings';
import { FIGURE_FACES, printable, registerFonts, TEXT_FACES } from './fonts';
import { INK, VERDICT_INK } from './ink';

/** How closely a slip is set. Most fit as they are; one with every finding at once is set smaller, step by step. */
interface Density {
  readonly fontSize: number;
  readonly gap: number;
  readonly working: boolean;
  /** Most characters of a free text. */
  readonly longest: number;
}

const DENSITIES: readonly Density[] = [
  { fontSize: 10, gap: 12, working: true, longest: 400 },
  { fontSize: 8.5, gap: 8, working: true, longest: 400 },
  { fontSize: 7, gap: 5, working: true, longest: 300 },
  { fontSize: 7, gap: 4, working: false, longest: 200 },
  { fontSize: 6, gap: 3, working: false, longest: 120 },
  { fontSize: 5.5, gap: 2, working: false, longest: 80 },
];

/** What a slip is printed with beside what it says. */
export interface SlipPrint {
  /** The address that leads back to the record. */
  readonly address: string;
  readonly testedAt: string;
  readonly nextCheck: string | null;
}

/** A slip as a PDF of one page, set as large as it fits. */
export async function slipPdf(slip: Slip, print: SlipPrint): Promise<Buffer> {
  registerFonts();
  const code = codePath(print.address, 'square');
  let smallest: Buffer | undefined;
  for (const density of DENSITIES) {
    smallest = await renderToBuffer(<SlipDocument slip={slip} print={print} density={density} code={code} />);
    if (pagesOf(smallest) === 1) break;
  }
  if (!smallest) throw new Error('there must be a density');
  return smallest;
}

/** Pages of a PDF, counted by their objects. */
export function pagesOf(pdf: Buffer): number {
  return pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;
}

interface Props {
  readonly slip: Slip;
  readonly print: SlipPrint;
  readonly density: Density;
  readonly code: CodePath;
}

const TITLES = { shop: 'Battery test, shop copy', customer: 'Your battery test' } as const;

function SlipDocument({ slip, print, density, code }: Props) {
  const { fontSize, gap } = density;
  return (
    <Document title={`${TITLES[slip.audience]}, ${slip.tag}`} language="en">
      <Page
        size="A4"
        style={{
          fontFamily: TEXT_FACES,
          fontSize,
          color: INK.text,
          lineHeight: 1.3,
          gap,
          paddingHorizontal: 42,
          paddingTop: 34,
          paddingBottom: 30,
        }}
      >
        <Head slip={slip} print={print} density={density} code={code} />
        <Verdict slip={slip} density={density} print={print} />
        <Plain slip={slip} fontSize={fontSize} />
        <View style={{ flexDirection: 'row', gap: 18 }}>
          <Facts slip={slip} fontSize={fontSize} />
          <Figures slip={slip} fontSize={fontSize} />
        </View>
        <Margins slip={slip} fontSize={fontSize} />
        <Readings slip={slip} density={density} />
        <Course slip={slip} fontSize={fontSize} />
        <Remarks title="Also found" lines={slip.remarks} density={density} />
        <Remarks title="About these readings" lines={slip.irregular} density={density} />
        <View style={{ flexGrow: 1 }} />
        <Foot slip={slip} fontSize={Math.max(6, fontSize - 2)} />
      </Page>
    </Document>
  );
}

function cut(text: string, longest: number): string {
  return printable(text.length > longest ? `${text.slice(0, longest)}…` : text);
}

function Head({ slip, print, density, code }: Props) {
  const { fontSize } = density;
  // A tag as long as a label allows still stands on one line.
  const tagSize = Math.min(fontSize * 2.6, 330 / (slip.tag.length * 0.62));
  return (
    <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
      <View style={{ flexGrow: 1, flexBasis: 0 }}>
        {slip.from.length > 0 && <Text style={{ color: INK.soft }}>{cut(slip.from.join(', '), 160)}</Text>}
        <Text style={{ color: INK.harbour, fontWeight: 700, fontSize: fontSize + 1 }}>
          {TITLES[slip.audience]}
        </Text>
        <Text style={{ fontFamily: FIGURE_FACES, fontWeight: 700, fontSize: tagSize, lineHeight: 1.25 }}>
          {printable(slip.tag)}
        </Text>
        {slip.for.length > 0 && <Text>For {cut(slip.for.join(', '), 140)}</Text>}
        <Text style={{ color: INK.soft }}>
          {slip.finished ? 'Tested' : 'Not finished yet, as it stood'} {printable(print.testedAt)} by{' '}
          {cut(slip.testedBy, 60)}
        </Text>
      </View>
      <View style={{ alignItems: 'center', width: 84 }}>
        <PaperCode code={code} size={70} />
        <Text style={{ fontSize: 6.5, color: INK.soft, textAlign: 'center' }}>leads back to the record</Text>
      </View>
    </View>
  );
}

function Verdict({ slip, density, print }: Omit<Props, 'code'>) {
  const { fontSize, gap, longest } = density;
  const { verdict, verdictWords, grade, reason, next, override, danger } = slip;
  const ink = VERDICT_INK[verdict];
  return (
    <View
      style={{
        flexDirection: 'row',
        gap: 14,
        alignItems: 'center',
        padding: gap,
        borderLeftWidth: 5,
        borderLeftColor: ink,
        backgroundColor: '#f7f4ec',
      }}
    >
      <PaperMark verdict={verdict} size={fontSize * 4.2} />
      <View style={{ flexGrow: 1, flexBasis: 0, gap: 2 }}>
        <Text style={{ fontSize: fontSize * 2, fontWeight: 700, color: ink, lineHeight: 1.2 }}>
          {verdictWords}
        </Text>
        <Text style={{ fontSize: fontSize + 1 }}>{cut(reason, longest)}</Text>
        {next.map((line) => (
          <Text key={line} style={{ fontSize: fontSize + 1, fontWeight: 700 }}>
            {cut(line, longest)}
          </Text>
        ))}
        {print.nextCheck && <Text style={{ color: INK.soft }}>Next check: {printable(print.nextCheck)}</Text>}
        {danger && (
          <View style={{ flexDirection: 'row', gap: 5, alignItems: 'center' }}>
            <PaperMark verdict="quarantine" size={fontSize * 1.4} />
            <Text
              style={{
                fontSize: fontSize + 1,
                fontWeight: 700,
                color: VERDICT_INK.quarantine,
                flexShrink: 1,
              }}
            >
              {printable(danger)}
            </Text>
          </View>
        )}
        {override && (
          <Text style={{ color: INK.soft }}>
            Set by {cut(override.by, 60)}. Computed: {cut(override.computed, longest)}
          </Text>
        )}
      </View>
      {grade && (
        <View style={{ alignItems: 'center', paddingRight: 6 }}>
          <Text style={{ color: INK.soft }}>Grade</Text>
          <Text style={{ fontSize: fontSize * 3, fontWeight: 700, lineHeight: 1.1 }}>{grade}</Text>
        </View>
      )}
    </View>
  );
}

function Heading({ children, fontSize }: { readonly children: string; readonly fontSize: number }) {
  return <Text style={{ fontWeight: 700, color: INK.harbour, fontSize, marginBottom: 2 }}>{children}</Text>;
}

function Facts({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  return (
    <View style={{ width: '58%' }}>
      <Heading fontSize={fontSize}>Battery</Heading>
      {slip.battery.map(([name, value]) => (
        <View key={name} style={{ flexDirection: 'row', gap: 6 }}>
          <Text style={{ width: fontSize * 5.6, color: INK.soft }}>{name}</Text>
          <Text style={{ flexGrow: 1, flexBasis: 0 }}>{cut(value, 160)}</Text>
        </View>
      ))}
    </View>
  );
}

function Figures({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  const figure = {
    fontFamily: FIGURE_FACES,
    fontWeight: 700,
    fontSize: fontSize * 1.7,
    lineHeight: 1.2,
  } as const;
  return (
    <View style={{ flexGrow: 1, flexBasis: 0, gap: 4 }}>
      {slip.figures.map(([name, value]) => (
        <View key={name}>
          <Heading fontSize={fontSize}>{name}</Heading>
          <Text style={figure}>{printable(value ?? '–')}</Text>
        </View>
      ))}
    </View>
  );
}

function Margins({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  if (slip.margins.length === 0) return null;
  return (
    <View style={{ gap: 2 }}>
      <Heading fontSize={fontSize}>Read, to its limit, and what is in hand</Heading>
      {slip.margins.map((margin) => (
        <PaperMargin key={`${margin.label} ${margin.measured.value}`} {...margin} fontSize={fontSize - 0.5} />
      ))}
    </View>
  );
}

/** What it comes to in the customer's own words. */
function Plain({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  if (slip.plain.length === 0) return null;
  return (
    <View style={{ gap: 3 }}>
      {slip.plain.map(({ title, text }) => (
        <View key={title} style={{ flexDirection: 'row', gap: 8 }} wrap={false}>
          <Text style={{ width: '22%', fontWeight: 700, fontSize: fontSize + 0.5 }}>{title}</Text>
          <Text style={{ flexGrow: 1, flexBasis: 0, fontSize: fontSize + 0.5 }}>{printable(text)}</Text>
        </View>
      ))}
    </View>
  );
}

/** What was measured more than once, as found and as left. */
function Course({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  if (slip.course.length === 0) return null;
  return (
    <View>
      <Heading fontSize={fontSize}>As found and as left</Heading>
      {slip.course.map(([name, found, left]) => (
        <View key={name} style={{ flexDirection: 'row', gap: 8, paddingVertical: 1 }} wrap={false}>
          <Text style={{ width: '22%', fontWeight: 700 }}>{name}</Text>
          <Text style={{ width: '37%', fontFamily: FIGURE_FACES, fontSize: fontSize - 0.5 }}>
            {printable(found)}
          </Text>
          <Text style={{ flexGrow: 1, flexBasis: 0, fontFamily: FIGURE_FACES, fontSize: fontSize - 0.5 }}>
            {printable(left)}
          </Text>
        </View>
      ))}
    </View>
  );
}

function Readings({ slip, density }: { readonly slip: Slip; readonly density: Density }) {
  const { fontSize, working: withWorking } = density;
  if (slip.readings.length === 0) return null;
  const leftOut = !withWorking && slip.readings.some(({ working }) => working.length > 0);
  return (
    <View>
      <Heading fontSize={fontSize}>
        {slip.audience === 'shop' ? 'Readings and their working' : 'What was measured'}
      </Heading>
      {slip.readings.map(({ step, reading, working, standing }) => (
        <View
          key={`${step} ${reading}`}
          style={{
            flexDirection: 'row',
            gap: 8,
            borderTopWidth: 0.5,
            borderTopColor: INK.line,
            paddingVertical: 1.5,
          }}
          wrap={false}
        >
          <Text style={{ width: '22%', fontWeight: 700 }}>{step}</Text>
          <View style={{ flexGrow: 1, flexBasis: 0 }}>
            <Text style={{ fontFamily: FIGURE_FACES, fontSize: fontSize - 0.5 }}>
              {printable(reading)}
              {standing ? ` (${printable(standing)})` : ''}
            </Text>
            {withWorking &&
              working.map((line) => (
                <Text key={line} style={{ color: INK.soft, fontSize: fontSize - 1.5 }}>
                  {printable(line)}
                </Text>
              ))}
          </View>
        </View>
      ))}
      {leftOut && <Text style={{ color: INK.soft }}>The working did not fit: the record has it.</Text>}
    </View>
  );
}

function Remarks({
  title,
  lines,
  density,
}: {
  readonly title: string;
  readonly lines: readonly string[];
  readonly density: Density;
}) {
  if (lines.length === 0) return null;
  return (
    <View>
      <Heading fontSize={density.fontSize}>{title}</Heading>
      <Text>{lines.map((line) => cut(line, density.longest)).join(' · ')}</Text>
    </View>
  );
}

function Foot({ slip, fontSize }: { readonly slip: Slip; readonly fontSize: number }) {
  return (
    <View style={{ borderTopWidth: 0.5, borderTopColor: INK.line, paddingTop: 4 }}>
      <Text style={{ fontSize, color: INK.soft }}>
        {slip.audience === 'shop' &&
          `Judged by ${cut(slip.rules, 120)}; core ${slip.core}. Run ${slip.runId}. `}
        Volts, limits and health are corrected for temperature and charge.
      </Text>
      {slip.instruments && <Text style={{ fontSize, color: INK.soft }}>{cut(slip.instruments, 240)}</Text>}
      <Text style={{ fontSize, color: INK.soft }}>{slip.closing}</Text>
    </View>
  );
}
