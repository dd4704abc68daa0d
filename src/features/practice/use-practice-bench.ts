'use client';

import { useCallback, useEffect, useMemo, useRef } from 'react';
import { attachLine } from '@/core/instruments/attach-line';
import { writeLine } from '@/core/instruments/line';
import { BEAT_MS, SimulatedBench } from '@/core/instruments/simulated-bench';
import { TapedBench, type TapeEntry } from '@/core/instruments/taped-bench';
import { SURFACE_FAST, SURFACE_SLOW, trueChargePct } from '@/core/physics/battery-state';
import type { PracticeCase } from '@/core/practice/practice-case';
import { modelOfCase } from '@/core/practice/right-verdict';
import type { TrueMoment } from '@/core/practice/true-moment';
import { seededChance } from '@/core/quantity/chance';
import { InstrumentLink } from '../bench/live/instrument-link';

/** A bench of simulated instruments in this page, on the battery of a case, with a time of its own. */
export interface PracticeBench {
  readonly link: InstrumentLink;
  /** The case's own time, ms UTC. */
  readonly clock: () => number;
  /** Lets the minutes pass that a step takes. */
  readonly letPass: (minutes: number) => void;
  /** The truth at this moment, for the debrief. */
  readonly moment: (readingId: string) => TrueMoment;
  /** What has happened on it so far. */
  readonly tape: () => readonly TapeEntry[];
}

/** @param tape what happened on the bench before it was left, where it is taken up again */
export function usePracticeBench(
  practiceCase: PracticeCase,
  startMs: number,
  tape: readonly TapeEntry[] | null,
): PracticeBench {
  const taped = useMemo(() => newBench(practiceCase, tape), [practiceCase, tape]);
  const { bench } = taped;
  const link = useMemo(() => {
    const made: InstrumentLink = new InstrumentLink((text) => {
      const answers = text.split('\n').flatMap((line) => taped.command(line));
      // Never within the drawing of whoever asked.
      queueMicrotask(() => {
        for (const answer of answers) made.take(answer);
      });
    });
    made.timeShownElsewhere = true;
    return made;
  }, [taped]);
  useEffect(() => {
    for (const line of bench.hello()) link.take(line);
    const timer = setInterval(() => {
      for (const line of taped.beat()) link.take(line);
    }, BEAT_MS);
    return () => clearInterval(timer);
  }, [bench, taped, link]);
  const now = useRef(bench);
  now.current = bench;
  const clock = useCallback(() => startMs + now.current.passed * 1000, [startMs]);
  return {
    link,
    clock,
    letPass: (minutes) => taped.letPass(minutes * 60),
    moment: (readingId) => momentOf(bench, readingId),
    tape: () => taped.tape,
  };
}

/** What draws on a battery is let go by whoever leaves, and time runs as the clock does. */
const AS_IT_WAS_LEFT = ['stop bank', 'stop starter', 'speed bench x=1'];

function newBench(practiceCase: PracticeCase, tape: readonly TapeEntry[] | null): TapedBench {
  const { spec } = modelOfCase(practiceCase);
  const { truth, vehicle, title, level } = practiceCase;
  const chance = seededChance(title.length * 7919 + Math.round(truth.chargePct));
  const taped = new TapedBench(new SimulatedBench(chance));
  if (tape) {
    taped.play([...tape, ...AS_IT_WAS_LEFT]);
    return taped;
  }
  taped.command(attachLine({ ...truth, spec }));
  taped.command(writeLine('handle', 'vehicle', vehicle));
  // A clamp that nobody has zeroed is part of a harder case.
  if (level > 1) taped.command('handle clamp zeroed=no');
  return taped;
}

function momentOf(bench: SimulatedBench, readingId: string): TrueMoment {
  const { truth } = bench;
  if (!truth) return { readingId, chargePct: 0, surfaceVolts: 0, chargerOn: false };
  const { model, state } = truth;
  return {
    readingId,
    chargePct: trueChargePct(model, state),
    surfaceVolts: (state[SURFACE_FAST] ?? 0) + (state[SURFACE_SLOW] ?? 0),
    chargerOn: bench.charging,
  };
}
