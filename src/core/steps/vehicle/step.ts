import type { VehicleCheck } from '../../assessment/evidence';
import { formatQuantity } from '../../quantity/format';
import { COMPLAINTS } from '../complaint/plans';
import type { CurrentReadings } from '../current-readings';
import { safetyGate } from '../gate';
import type { ReadingOf } from '../reading';
import type { Step } from '../step';

export const vehicle: Step<'vehicle_check'> = {
  label: 'Vehicle check',
  task: 'What may be at fault beside the battery, measured where it would show.',
  minutes: 4,
  caution:
    'Running engine: nobody in front, hands and leads off belts and fans, exhaust outside, brake and chocks. The ' +
    'alternator’s output stud is live: disconnect before spanners.',
  gate: safetyGate,
  onSheet: ({ current: { all, last } }) =>
    // Whatever is complained of may sit beside the battery.
    (!!last.complaint && !!COMPLAINTS[last.complaint.data.symptom].pointsAt) || all.vehicle_check.length > 0,
  taken: checksOf,
  readings: {
    vehicle_check: {
      words: ({ check, value }) =>
        `${CHECK_WORDS[check]} ${check === 'draw' ? formatQuantity(value * 1000, 'mA') : formatQuantity(value, 'V')}`,
    },
  },
  evidence: (current) => ({ vehicleChecks: checksOf(current).map(({ data }) => data) }),
  written: ({ vehicleChecks }) =>
    vehicleChecks.map((check) => ({ kind: 'vehicle_check', data: { ...check } })),
};

/** The last of each kind that was measured on the vehicle, oldest first. */
export function checksOf({ all }: CurrentReadings): readonly ReadingOf<'vehicle_check'>[] {
  const taken = all.vehicle_check;
  return taken.filter(
    ({ data }, index) => !taken.slice(index + 1).some((later) => later.data.check === data.check),
  );
}

const CHECK_WORDS: Readonly<Record<VehicleCheck, string>> = {
  side_drop: 'side drop',
  joint_drop: 'joint drop',
  clamp_drop: 'clamp drop',
  regulated: 'regulated',
  draw: 'draw',
};
