/** What a browser keeps of how it shows things and who is at it. */
export const COOKIES = {
  technicianId: 'integra_technician',
  temperatureUnit: 'integra_unit',
  theme: 'integra_theme',
  tones: 'integra_tones',
} as const;
