import type { VehicleCase } from '@/core/practice/vehicle/vehicle-case';
import type { VehicleDebrief as Debriefing } from '@/core/practice/vehicle/vehicle-debrief';
import { formatMinutes, formatMoney } from '@/core/quantity/format';
import { useSite } from '@/ui/site';
import { AnExercise, DebriefHead, DebriefKeys, Figure, WhatWasDone, WhatWasTrue } from './debrief-parts';

/** What was true of a vehicle, what was done, what the wrong part would have cost, and the shortest way to it. */
export function VehicleDebrief({
  vehicleCase: { title },
  code,
  result,
  onAgain,
}: {
  readonly vehicleCase: VehicleCase;
  readonly code: string;
  readonly result: Debriefing;
  readonly onAgain: () => void;
}) {
  const { currency } = useSite();
  const { right, truth, remarks, path, minutes, pathMinutes, wrongCost, score } = result;
  return (
    <main className="print-list mx-auto grid max-w-4xl gap-6 px-4 py-6">
      <DebriefHead
        title={title}
        code={code}
        headline={right ? 'That is what it was' : 'Not what was true'}
        score={score}
      />
      <WhatWasTrue lines={truth} />
      <WhatWasDone remarks={remarks} />
      <section aria-label="Time and money" className="sheet flex flex-wrap gap-x-10 gap-y-3 p-5">
        <Figure name="Time">{formatMinutes(minutes)}</Figure>
        <Figure name="Shortest way">{formatMinutes(pathMinutes)}</Figure>
        <Figure name="Your word would have cost">{formatMoney(wrongCost, currency)}</Figure>
        <p className="basis-full text-soft">{path.join(' → ')}</p>
      </section>
      <AnExercise />
      <DebriefKeys onAgain={onAgain} address={`/practice/vehicle?code=${encodeURIComponent(code)}`} />
    </main>
  );
}
