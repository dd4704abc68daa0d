import { csvText } from './csv-text';

/** Small files to begin from, one of each kind that comes in as CSV. Their batteries are made up. */
export const EXAMPLES = {
  readings: {
    name: 'readings example.csv',
    text: csvText([
      [
        'tag',
        'construction',
        'rating_standard',
        'rating_a',
        'taken_at',
        'temp_c',
        'rest_min',
        'ocv_v',
        'load_a',
        'load_v',
      ],
      ['EX-001', 'flooded', 'SAE', '570', '2026-01-31T08:15:00Z', '12', '720', '12.64', '285', '9.92'],
      ['EX-002', 'agm', 'EN', '760', '2026-01-31T08:40:00Z', '12', '720', '12.31', '', ''],
    ]),
  },
  batteries: {
    name: 'batteries example.csv',
    text: csvText([
      ['tag', 'construction', 'nominal_v', 'ratings', 'c20_ah', 'model', 'place', 'fitted_on'],
      ['EX-001', 'flooded', '12', '570 SAE', '60', 'Ostrane Dock 60', 'Crew van 9', '2025-03-12'],
      ['EX-002', 'agm', '12', '760 EN; 800 SAE', '70', 'Velgrim Cold 70', 'Snow plough 3', '2025-10-02'],
    ]),
  },
} as const;
