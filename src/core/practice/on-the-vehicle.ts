import { noEvidence, VEHICLE_CHECKS } from '../assessment/evidence';
import { judgeVehicle, type VehicleResult } from '../assessment/vehicle-result';
import { STANDARD_RULES } from '../rules/standard-rules';
import { COMPLAINTS } from '../steps/complaint/plans';
import type { PracticeCase } from './practice-case';
import { modelOfCase } from './right-verdict';

/** The places on the vehicle of a case where a meter finds something amiss, by the standard rules. */
export function amissOnVehicle(practiceCase: PracticeCase): VehicleResult[] {
  const { spec } = modelOfCase(practiceCase);
  const vehicleChecks = VEHICLE_CHECKS.map((check) => ({
    check,
    value: practiceCase.vehicle[check],
    ownFrom: null,
    ownTo: null,
  }));
  return judgeVehicle({ ...noEvidence(spec), vehicleChecks }, STANDARD_RULES).filter(
    ({ state }) => state !== 'within',
  );
}

/** Whether the way to the bottom of a case leads past its vehicle: the complaint goes there first, or the trouble sits there. */
export function leadsToVehicle(practiceCase: PracticeCase): boolean {
  const { vehicleFirst, pointsAt } = COMPLAINTS[practiceCase.symptom];
  return vehicleFirst !== null || (pointsAt !== null && amissOnVehicle(practiceCase).length > 0);
}
