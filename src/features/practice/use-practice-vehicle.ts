import { useEffect, useMemo, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import { basisOf } from '@/core/circuit/spec-of-vehicle';
import type { CheckView } from '@/core/exchange/views';
import { attachVehicleLine } from '@/core/instruments/attach-vehicle';
import { BEAT_MS } from '@/core/instruments/simulated-bench';
import { SimulatedVehicle } from '@/core/instruments/simulated-vehicle';
import { benchVerdict } from '@/core/physics/vehicle/measure-vehicle';
import { drawnOfCase, type VehicleCase, vehicleOfCase } from '@/core/practice/vehicle/vehicle-case';
import { seededChance } from '@/core/quantity/chance';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { isOfKind, newReading } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { readingProblems } from '@/core/vehicle/check-reading-problems';
import { ALL_STORED } from '@/ui/outbox/use-stored-run';
import { InstrumentLink } from '../bench/live/instrument-link';
import type { Check } from '../check/use-check';

/** A check of a simulated vehicle that is kept in this page only. */
export interface PracticeVehicle {
  readonly check: Check;
  readonly link: InstrumentLink;
  readonly batteryTested: boolean;
  readonly testBattery: () => void;
}

export function usePracticeVehicle(vehicleCase: VehicleCase, startMs: number): PracticeVehicle {
  const [view, setView] = useState(() => viewOf(vehicleCase, startMs));
  const link = useVehicleInPage(vehicleCase);
  const capture: Check['capture'] = (kind, data, { forced = false, instrument = TYPED, supersedes } = {}) => {
    const reading = newReading(kind, data, {
      id: uuidv7(),
      runId: view.run.id,
      technicianId: view.run.startedById,
      instrument,
      takenAtMs: Date.now(),
      forced,
      supersedes,
    });
    const wrong = isOfKind(reading, 'check_reading')
      ? readingProblems(reading.data, view.vehicle.systemVolts ?? 12)
      : [];
    if (wrong.length === 0) setView({ ...view, readings: [...view.readings, reading] });
    return wrong;
  };
  const nothing = async () => undefined;
  const batteryTested = view.basis.batteryVerdict !== null;
  return {
    check: {
      practice: true,
      view,
      readings: view.readings,
      store: ALL_STORED,
      problems: [],
      capture,
      finish: nothing,
      reopen: nothing,
      discard: nothing,
      retry: nothing,
    },
    link,
    batteryTested,
    testBattery: () => {
      const { truth } = drawnOfCase(vehicleCase);
      const batteryVerdict = benchVerdict(truth, seededChance(vehicleCase.truth.seed));
      setView({ ...view, basis: { ...view.basis, batteryVerdict } });
    },
  };
}

/** The instruments of a simulated vehicle that runs in this page. */
function useVehicleInPage(vehicleCase: VehicleCase): InstrumentLink {
  const vehicle = useMemo(() => {
    const made = new SimulatedVehicle(seededChance(vehicleCase.truth.seed + 1));
    made.command(attachVehicleLine(vehicleCase.truth));
    return made;
  }, [vehicleCase]);
  const link = useMemo(() => {
    const made: InstrumentLink = new InstrumentLink((text) => {
      const answers = text.split('\n').flatMap((line) => vehicle.command(line));
      // Never within the drawing of whoever asked.
      queueMicrotask(() => {
        for (const answer of answers) made.take(answer);
      });
    });
    return made;
  }, [vehicle]);
  useEffect(() => {
    for (const line of vehicle.hello()) link.take(line);
    const timer = setInterval(() => {
      for (const line of vehicle.beat()) link.take(line);
    }, BEAT_MS);
    return () => clearInterval(timer);
  }, [vehicle, link]);
  return link;
}

function viewOf(vehicleCase: VehicleCase, startMs: number): CheckView {
  const [id, vehicleId, who] = [uuidv7(), uuidv7(), uuidv7()];
  const vehicle = vehicleOfCase(vehicleId, vehicleCase);
  const { construction } = drawnOfCase(vehicleCase).truth.battery;
  return {
    run: {
      id,
      vehicleId,
      startedAtMs: startMs,
      startedById: who,
      finishedAtMs: null,
      finishedById: null,
      rulesId: STANDARD_RULES.id,
      rulesVersion: STANDARD_RULES.version,
    },
    vehicle,
    slots: [],
    readings: [],
    rules: STANDARD_RULES,
    unreadable: [],
    finishedWith: null,
    basis: basisOf(vehicle, [{ battery: { type: construction, rcMinutes: null }, verdict: null }]),
    before: null,
    visit: null,
    cautions: [],
  };
}
