'use client';

import { useState } from 'react';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import type { VehicleCase } from '@/core/practice/vehicle/vehicle-case';
import {
  BATTERY_TEST_MINUTES,
  type VehicleDebrief as Debriefing,
  minutesOf,
  vehicleDebrief,
} from '@/core/practice/vehicle/vehicle-debrief';
import { formatMinutes } from '@/core/quantity/format';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import { CAUSE_LABELS, CAUSES, type Cause } from '@/core/vehicle/cause';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { DialogFrame } from '@/ui/dialog-frame';
import { useKeys } from '@/ui/keys';
import { useSite } from '@/ui/site';
import { LinkProvider } from '../bench/live/use-live';
import { CheckAtVehicle } from '../check/check-screen';
import { useAskedBeforeLeaving } from './asked-before-leaving';
import { keepAttempt } from './progress';
import { type PracticeVehicle, usePracticeVehicle } from './use-practice-vehicle';
import { VehicleDebrief } from './vehicle-debrief';

interface Props {
  readonly vehicleCase: VehicleCase;
  readonly code: string;
  readonly startMs: number;
}

/** A case on the real check: a simulated vehicle, probes that read it, and at the end what was true. */
export function VehicleCaseScreen(props: Props) {
  const [turn, setTurn] = useState(0);
  return <Attempt key={turn} {...props} onAgain={() => setTurn(turn + 1)} />;
}

function Attempt({ vehicleCase, code, startMs, onAgain }: Props & { readonly onAgain: () => void }) {
  const { technicianId } = useSite();
  const vehicle = usePracticeVehicle(vehicleCase, startMs);
  const [deciding, setDeciding] = useState(false);
  const [result, setResult] = useState<Debriefing | null>(null);
  const { check, batteryTested } = vehicle;
  useAskedBeforeLeaving(check.readings.length > 0 && result === null);
  const decide = (cause: Cause) => {
    const told = vehicleDebrief(vehicleCase, { readings: check.readings, batteryTested, cause });
    setResult(told);
    keepAttempt({
      code,
      title: vehicleCase.title,
      level: vehicleCase.level,
      score: told.score,
      right: told.right,
      minutes: told.minutes,
      atMs: Date.now(),
      technicianId,
    });
  };
  if (result)
    return <VehicleDebrief vehicleCase={vehicleCase} code={code} result={result} onAgain={onAgain} />;
  return (
    <LinkProvider link={vehicle.link}>
      <CheckAtVehicle
        check={check}
        head={<CaseHead vehicleCase={vehicleCase} vehicle={vehicle} onDecide={() => setDeciding(true)} />}
        aside={<OnYourOwn vehicle={vehicle} />}
      />
      {deciding && <Decide onDecide={decide} onBack={() => setDeciding(false)} />}
    </LinkProvider>
  );
}

function CaseHead({
  vehicleCase: { title, story, symptom },
  vehicle: { check, batteryTested },
  onDecide,
}: {
  readonly vehicleCase: VehicleCase;
  readonly vehicle: PracticeVehicle;
  readonly onDecide: () => void;
}) {
  useKeys([{ key: 'd', label: 'Say what it is', act: onDecide }]);
  return (
    <section aria-label="Case" className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b py-2">
      <div className="min-w-60 grow basis-0">
        <h1>
          <span className="mr-2 text-xl font-bold">{title}</span>
          <span className="text-soft">Practice. Complaint: {COMPLAINTS[symptom].label.toLowerCase()}.</span>
        </h1>
        <p>“{story}”</p>
      </div>
      <p role="timer" aria-live="off">
        <span className="heading block">Spent</span>
        <span className="figures font-semibold">
          {formatMinutes(minutesOf({ readings: check.readings, batteryTested }))}
        </span>
      </p>
      <Button tone="main" className="text-lg" shortcut="D" onClick={onDecide}>
        Decide
      </Button>
    </section>
  );
}

/** What stands beside a check where nobody is told the answer. */
function OnYourOwn({
  vehicle: { check, batteryTested, testBattery },
}: {
  readonly vehicle: PracticeVehicle;
}) {
  const { batteryVerdict } = check.view.basis;
  return (
    <div className="grid content-start gap-5">
      <section aria-label="On your own" className="sheet grid gap-2 p-4">
        <h2 className="heading">On your own</h2>
        <p className="text-soft">
          What each reading says stands with it. What lies behind them is for you to say: causes, and what
          would have settled it soonest, are told at the end.
        </p>
      </section>
      <section aria-label="Its battery" className="sheet grid gap-3 p-4">
        <h2 className="heading">Its battery, on the Bench</h2>
        {batteryVerdict ? (
          <p className="text-lg font-semibold">{VERDICT_LABELS[batteryVerdict]}</p>
        ) : (
          <p className="text-soft">Not tested. It takes {formatMinutes(BATTERY_TEST_MINUTES)}.</p>
        )}
        {!batteryTested && <Button onClick={testBattery}>Have it tested</Button>}
      </section>
    </div>
  );
}

const CHOICES = CAUSES.map((value) => ({ value, label: CAUSE_LABELS[value] }));

function Decide({
  onDecide,
  onBack,
}: {
  readonly onDecide: (cause: Cause) => void;
  readonly onBack: () => void;
}) {
  const [cause, setCause] = useState<Cause | null>(null);
  return (
    <DialogFrame
      title="What is it?"
      className="top-1/2 grid max-h-[92vh] w-[min(52rem,94vw)] -translate-y-1/2 gap-5 overflow-y-auto p-6"
      onClose={onBack}
    >
      <Choices legend="The trouble is" name="cause" choices={CHOICES} chosen={cause} onChoose={setCause} />
      <div className="flex flex-wrap gap-3">
        <Button tone="main" large disabled={cause === null} onClick={() => cause && onDecide(cause)}>
          Show what was true
        </Button>
        <Button large onClick={onBack}>
          Back to the vehicle
        </Button>
      </div>
    </DialogFrame>
  );
}
