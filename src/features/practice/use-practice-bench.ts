'use client';

import { useCallback, useEffect, useMemo, useRef } from 'react';
import { attachLine } from '@/core/instruments/attach-line';
import { writeLine } from '@/core/instruments/line';
import { BEAT_MS, SimulatedBench } from '@/core/instruments/simulated-bench';
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
}

export function usePracticeBench(practiceCase: PracticeCase, startMs: number): PracticeBench {
  const bench = useMemo(() => newBench(practiceCase), [practiceCase]);
  const link = useMemo(() => {
    const made: InstrumentLink = new InstrumentLink((text) => {
      const answers = text.split('\n').flatMap((line) => bench.command(line));
      // Never within the drawing of whoever asked.
      queueMicrotask(() => {
        for (const answer of answers) made.take(answer);
      });
    });
    made.timeShownElsewhere = true;
    return made;
  }, [bench]);
  useEffect(() => {
    for (const line of bench.hello()) link.take(line);
    const timer = setInterval(() => {
      for (const line of bench.beat()) link.take(line);
    }, BEAT_MS);
    return () => clearInterval(timer);
  }, [bench, link]);
  const now = useRef(bench);
  now.current = bench;
  const clock = useCallback(() => startMs + now.current.passed * 1000, [startMs]);
  return {
    link,
    clock,
    letPass: (minutes) => bench.letPass(minutes * 60),
    moment: (readingId) => momentOf(bench, readingId),
  };
}

function newBench(practiceCase: PracticeCase): SimulatedBench {
  const { spec } = modelOfCase(practiceCase);
  const { truth, vehicle, title, level } = practiceCase;
  const bench = new SimulatedBench(seededChance(title.length * 7919 + Math.round(truth.chargePct)));
  bench.command(attachLine({ ...truth, spec }));
  bench.command(writeLine('handle', 'vehicle', vehicle));
  // A clamp that nobody has zeroed is part of a harder case.
  if (level > 1) bench.command('handle clamp zeroed=no');
  return bench;
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
