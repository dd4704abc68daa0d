export { coldStarts, heldStarts } from '@/core/instruments/cold-trial';
export { forecastFleets, heldForecasts } from '@/core/instruments/forecast-trial';
