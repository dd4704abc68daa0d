import { ownVolt } from '../assessment/reference';
import { atTemperature, type BatteryState, restedState, withCharge } from '../physics/battery-state';
import { charge } from '../physics/charge';
import { rest } from '../physics/discharge';
import type { Model } from '../physics/physical-battery';

/** How a battery comes in: at this charge and temperature, some hours after it was last used. */
export function arrivingState(
  model: Model,
  chargePct: number,
  temperatureC: number,
  restHours: number,
): BatteryState {
  // The last drive left some charge on the surface; whatever is still there after the rest is there to be read.
  const driven = charge(model, restedState(model, chargePct, temperatureC), lastDrive(model), 20 * 60);
  const rested = rest(model, driven, restHours * 60);
  return atTemperature(withCharge(model, rested, chargePct), temperatureC);
}

/** A short drive, as the alternator gives it. */
const lastDrive = (model: Model) => ({ amps: 0.05 * model.ratedAh, volts: ownVolt(14.2, 2 * model.cells) });
