import { forecastFleets, heldForecasts } from './forecast-trial';

/** The script tries twenty fleets; a few of them show whether it still holds, within what so few leave open. */
it('holds on fleets whose rest is hidden from it', () => {
  const trial = heldForecasts(forecastFleets(5, 70, { seed: 8200, endMs: Date.UTC(2026, 10, 1) }));
  expect(trial.units).toBeGreaterThan(200);
  expect(trial.held).toBeGreaterThan(0.75);
  expect(trial.held).toBeLessThan(0.9);
  expect(Math.abs(trial.bias)).toBeLessThan(1);
  expect(trial.rms).toBeLessThan(6);
  expect(trial.withinSigma).toBeGreaterThan(0.6);
  expect(trial.distance).toBeLessThan(0.03);
  expect(trial.better).toBeGreaterThan(0);
});
