import { Path, Rect, Svg, Text, View } from '@react-pdf/renderer';
import type { Measured } from '@/core/assessment/finding';
import { againstLimit, measuredWords } from '@/core/assessment/measured-words';
import type { Verdict } from '@/core/assessment/verdict';
import { HALF_SPANS } from '@/ui/margin-span';
import { VERDICT_SHAPES } from '@/ui/verdict-shapes';
import type { CodePath } from './code-path';
import { FIGURE_FACES, printable } from './fonts';
import { INK, VERDICT_INK } from './ink';

/** A verdict's shape on paper. */
export function PaperMark({ verdict, size }: { readonly verdict: Verdict; readonly size: number }) {
  const ink = VERDICT_INK[verdict];
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24">
      {VERDICT_SHAPES[verdict].map(({ d, line, dashes }) => (
        <Path
          key={d}
          d={d}
          fillRule="evenodd"
          {...(line === undefined
            ? { fill: ink }
            : {
                fill: 'none',
                stroke: ink,
                strokeWidth: line,
                ...(dashes ? { strokeDasharray: dashes } : {}),
              })}
        />
      ))}
    </Svg>
  );
}

/** A square code; whoever places it leaves it white around. */
export function PaperCode({ code, size }: { readonly code: CodePath; readonly size: number }) {
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${code.width} ${code.height}`}>
      <Path d={code.d} fill="#000" />
    </Svg>
  );
}

/** Modules of white that line scanners need on either side of bars. */
const BAR_QUIET = 10;

/** Bars over a width, with the white that they need; their height does not matter to a scanner. */
export function PaperBars({
  code,
  width,
  height,
}: {
  readonly code: CodePath;
  readonly width: number;
  readonly height: number;
}) {
  return (
    <Svg
      width={width}
      height={height}
      viewBox={`${-BAR_QUIET} 0 ${code.width + 2 * BAR_QUIET} ${code.height}`}
      preserveAspectRatio="none"
    >
      <Path d={code.d} fill="#000" />
    </Svg>
  );
}

const RULE_WIDTH = 120;
const RULE_HEIGHT = 18;

/** The margin rule on paper: the limit as a notch, the reading as a mark, its uncertainty as a bar, the margin in figures. */
export function PaperMargin({
  label,
  measured,
  indicative,
  fontSize,
}: {
  readonly label: string;
  readonly measured: Measured;
  readonly indicative: boolean;
  readonly fontSize: number;
}) {
  const { margin, sd, unit } = measured;
  const half = HALF_SPANS[unit] ?? 1;
  const at = (offset: number) => (RULE_WIDTH / 2) * (1 + Math.max(-1, Math.min(1, offset / half)));
  const ink = margin < 0 ? INK.bad : INK.good;
  const figures = { fontFamily: FIGURE_FACES, fontSize };
  const height = fontSize * 1.7;
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }} wrap={false}>
      <Text style={{ flexGrow: 1, flexBasis: 0, fontSize }}>
        {printable(label)}
        {indicative ? ' (indicative)' : ''}
      </Text>
      <Text style={{ ...figures, width: fontSize * 11.5, textAlign: 'right', color: INK.soft }}>
        {printable(againstLimit(measured))}
      </Text>
      <Svg
        width={height * (RULE_WIDTH / RULE_HEIGHT)}
        height={height}
        viewBox={`0 0 ${RULE_WIDTH} ${RULE_HEIGHT}`}
      >
        <Rect x={0} y={9} width={RULE_WIDTH / 2} height={3} fill={INK.sunk} />
        <Path d={`M0 12h${RULE_WIDTH}`} stroke={INK.soft} strokeWidth={0.8} />
        <Path d={`M${RULE_WIDTH / 2 - 4} 12.5h8l-4 5z`} fill={INK.text} />
        <Rect
          x={at(margin - sd)}
          y={5}
          width={Math.max(0, at(margin + sd) - at(margin - sd))}
          height={5}
          fill={ink}
          fillOpacity={0.3}
        />
        <Rect
          x={at(margin) - 2}
          y={1}
          width={4}
          height={12}
          rx={2}
          fill={indicative ? '#fff' : ink}
          stroke={ink}
          strokeWidth={1}
        />
      </Svg>
      <Text style={{ ...figures, width: fontSize * 5.4, textAlign: 'right', fontWeight: 700, color: ink }}>
        {printable(measuredWords(measured).margin)}
      </Text>
    </View>
  );
}
