'use client';

import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import type { BatterySpec } from '@/core/battery/battery';
import { type DischargeCourse, ratedCourse } from '@/core/physics/steady-discharge';
import { formatMinutes } from '@/core/quantity/format';
import { AxisLabels } from './axis-labels';
import { useWidth } from './use-width';

interface Props {
  readonly spec: BatterySpec;
  readonly amps: number;
  readonly temperatureC: number;
  /** How long a new one of this label lasts. */
  readonly ratedMinutes: number;
  readonly endVolts: number;
  /** The voltage as it went so far. */
  readonly course: DischargeCourse;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 170;
const MARGIN = { top: 12, right: 74, bottom: 24, left: 46 } as const;
/** Room to the right of what a new one lasts, and above the voltage that it begins at. */
const ROOM_BESIDE = 1.12;
const ROOM_ABOVE = 0.06;
/** Points up to this many are drawn one by one. */
const FEW_POINTS = 24;

/** A discharge against how a new battery of the same label would go, and the voltage at which it ends. */
export function DischargePicture({ spec, amps, temperatureC, ratedMinutes, endVolts, course }: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const rated = useMemo(
    () => ratedCourse(spec, { amps, temperatureC, ratedMinutes }) ?? [],
    [spec, amps, temperatureC, ratedMinutes],
  );
  const all = [...rated, ...course];
  const longest = Math.max(ratedMinutes, ...all.map(([minutes]) => minutes)) * ROOM_BESIDE;
  const highest = Math.max(...all.map(([, volts]) => volts), endVolts);
  const lowest = Math.min(...course.map(([, volts]) => volts), endVolts);
  const span = highest - endVolts;
  const x = scaleLinear([0, longest], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear(
    [lowest - ROOM_ABOVE * span, highest + ROOM_ABOVE * span],
    [HEIGHT - MARGIN.bottom, MARGIN.top],
  );
  const drawn = line<readonly [number, number]>(
    ([minutes]) => x(minutes),
    ([, volts]) => y(volts),
  );
  const last = course.at(-1);
  const end = rated.at(-1);
  return (
    <div ref={frame}>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={
          last
            ? `Discharge so far: ${last[1].toFixed(2)} V after ${formatMinutes(last[0])}; a new one lasts ${formatMinutes(ratedMinutes)}`
            : `How a new battery of this label would go: ${formatMinutes(ratedMinutes)} to ${endVolts.toFixed(2)} V`
        }
      >
        <AxisLabels
          volts={{ at: y, ticks: y.ticks(4) }}
          time={{ at: x, ticks: x.ticks(5) }}
          timeUnit="min"
          left={MARGIN.left}
          height={HEIGHT}
        />
        <path
          d={drawn(rated) ?? ''}
          fill="none"
          className="stroke-serve"
          strokeWidth="2"
          strokeDasharray="7 5"
        />
        {end && (
          <text x={x(end[0]) + 8} y={y(end[1]) - 10} className="fill-serve text-[13px]">
            as new
          </text>
        )}
        <line
          x1={MARGIN.left}
          x2={width - MARGIN.right}
          y1={y(endVolts)}
          y2={y(endVolts)}
          className="stroke-ink"
          strokeWidth="1.5"
        />
        <text
          x={width - MARGIN.right + 10}
          y={y(endVolts)}
          dy="0.35em"
          className="figures fill-ink text-[14px] font-semibold"
        >
          {endVolts.toFixed(2)}
        </text>
        <path d={drawn(course) ?? ''} fill="none" className="stroke-harbour" strokeWidth="2.5" />
        {course.length <= FEW_POINTS &&
          course.map(([minutes, volts]) => (
            <circle key={minutes} cx={x(minutes)} cy={y(volts)} r="3.5" className="fill-harbour" />
          ))}
        {last && <circle cx={x(last[0])} cy={y(last[1])} r="6" className="fill-harbour" />}
      </svg>
    </div>
  );
}
