export { forecastFleets, heldForecasts } from '@/core/instruments/forecast-trial';
