import type { SiteSettings } from './site';

/** What a screen under test shares: a shop that nobody leads, with nobody in it but who the test says is at the bench. */
export const siteSettings = (over: Partial<SiteSettings> = {}): SiteSettings => ({
  zone: 'UTC',
  ratingStandard: 'SAE',
  winter: 'december',
  currency: 'EUR',
  temperatureUnit: '°C',
  chargers: [],
  technicians: [],
  technicianId: null,
  theme: 'light',
  tones: 'on',
  role: 'lead',
  isIn: true,
  isOpen: true,
  isSample: false,
  idleMinutes: 30,
  ...over,
});
