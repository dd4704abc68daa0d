import type { BatteryLabel } from '@/core/battery/battery-label';
import type { BatteryType } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import type { RatingStandard } from '@/core/battery/rating-standard';
import { newSite } from '@/core/exchange/site/site-sheet';

/** Ferngate Harbour Works: an island port's service depot with a small battery shop beside it. All of it is made up. */
export const TECHNICIAN_NAMES = ['Maro Tindell', 'Ysolde Brackwater', 'Pell Havering'] as const;

/** A battery of the scenario with a part of its own, and what its truth is at the end of the history. */
export interface DemoBattery {
  readonly label: BatteryLabel;
  /** True health today, percent of the rating. */
  readonly healthPct: number;
}

type Printed = readonly [RatingStandard, number];

interface Extra {
  readonly nominalVolts?: 6 | 12;
  readonly duty?: Duty;
}

function battery(
  number: number,
  type: BatteryType,
  ratings: readonly Printed[],
  c20Ah: number | null,
  place: string,
  model: string,
  fittedOn: string | null,
  healthPct: number,
  extra: Extra = {},
): DemoBattery {
  const label: BatteryLabel = {
    tag: `FH-${String(number).padStart(4, '0')}`,
    type,
    nominalVolts: extra.nominalVolts ?? 12,
    ratings: ratings.map(([standard, amps]) => ({ standard, amps })),
    c20Ah,
    rcMinutes: null,
    model,
    place,
    dateCode: fittedOn ? `${fittedOn.slice(5, 7)}/${fittedOn.slice(2, 4)}` : '',
    fittedOn,
    ...(extra.duty ? { duty: extra.duty } : {}),
  };
  return { label, healthPct };
}

export const DEMO_BATTERIES: readonly DemoBattery[] = [
  battery(100, 'agm', [], 105, 'Light mast, south quay', 'Marrowfen Long 105', '2022-09-12', 74, {
    duty: 'deep_cycle',
  }),
  battery(101, 'flooded', [['SAE', 570]], 60, 'Crew van 1', 'Ostrane Dock 60', '2024-03-12', 91),
  battery(102, 'flooded', [['SAE', 570]], 60, 'Crew van 2', 'Ostrane Dock 60', '2024-03-12', 84),
  battery(103, 'calcium', [['EN', 640]], 72, 'Crew van 3', 'Ostrane Dock 72', '2023-10-02', 78),
  battery(104, 'calcium', [['EN', 640]], 72, 'Crew van 4', 'Ostrane Dock 72', '2023-10-02', 83),
  battery(105, 'efb', [['EN', 650]], 65, 'Minibus 1', 'Velgrim Start 65', '2024-08-20', 94),
  battery(106, 'efb', [['EN', 650]], 65, 'Minibus 2', 'Velgrim Start 65', '2024-08-20', 72),
  battery(107, 'flooded', [['SAE', 700]], 80, 'Yard tractor 1', 'Marrowfen Haul 80', '2022-11-15', 79),
  battery(108, 'flooded', [['SAE', 700]], 80, 'Yard tractor 2', 'Marrowfen Haul 80', '2022-11-15', 68),
  battery(109, 'flooded', [['DIN', 420]], 88, 'Yard tractor 3', 'Marrowfen Haul 88', '2021-09-01', 58),
  battery(110, 'calcium', [['EN2', 680]], 95, 'Yard tractor 4', 'Marrowfen Haul 95', '2025-02-10', 97),
  battery(111, 'agm', [['SAE', 800]], 70, 'Snow plough 1, left', 'Velgrim Cold 70', '2023-11-03', 88),
  battery(112, 'agm', [['SAE', 800]], 70, 'Snow plough 1, right', 'Velgrim Cold 70', '2023-11-03', 74),
  battery(113, 'agm', [['EN', 760]], 70, 'Snow plough 2, left', 'Velgrim Cold 70', '2024-11-06', 96),
  battery(114, 'agm', [['EN', 760]], 70, 'Snow plough 2, right', 'Velgrim Cold 70', '2024-11-06', 95),
  battery(115, 'flooded', [['IEC', 530]], 120, 'Fuel tanker, front', 'Marrowfen Haul 120', '2022-05-19', 76),
  battery(116, 'flooded', [['IEC', 530]], 120, 'Fuel tanker, rear', 'Marrowfen Haul 120', '2022-05-19', 75),
  battery(117, 'gel', [], 80, 'Standby generator, pump house', 'Ostrane Still 80', '2022-02-08', 82),
  battery(118, 'gel', [], 80, 'Standby generator, ice store', 'Ostrane Still 80', '2022-02-08', 64),
  battery(
    119,
    'agm',
    [
      ['SAE', 900],
      ['EN', 855],
    ],
    95,
    'Standby generator, office',
    'Velgrim Cold 95',
    '2025-01-22',
    99,
  ),
  battery(120, 'calcium', [['CA', 750]], 66, 'Workboat Tern', 'Ostrane Wake 66', '2024-04-30', 90),
  battery(121, 'calcium', [['CA', 750]], 66, 'Workboat Petrel', 'Ostrane Wake 66', '2024-04-30', 81),
  battery(122, 'flooded', [['JIS', 480]], 52, 'Workboat Dunlin', 'Ostrane Wake 52', '2021-06-14', 55),
  battery(
    123,
    'flooded',
    [['SAE', 600]],
    110,
    'Winch, slipway, first',
    'Marrowfen Six 110',
    '2023-03-27',
    85,
    {
      nominalVolts: 6,
    },
  ),
  battery(
    124,
    'flooded',
    [['SAE', 600]],
    110,
    'Winch, slipway, second',
    'Marrowfen Six 110',
    '2023-03-27',
    73,
    {
      nominalVolts: 6,
    },
  ),
  battery(125, 'efb', [['HCA', 900]], 60, 'Walk-in, not fitted', 'Velgrim Start 60', null, 86),
  battery(126, 'calcium', [['SAE', 540]], 54, 'Walk-in, not fitted', 'Ostrane Dock 54', null, 70),
  battery(127, 'flooded', [['SAE', 450]], 45, 'Used rack', 'Ostrane Dock 45', null, 66),
  battery(128, 'agm', [['EN2', 590]], 60, 'Used rack', 'Velgrim Cold 60', null, 83),
  battery(129, 'lithium', [['SAE', 500]], 40, 'Survey launch', 'Velgrim Light 40', '2025-06-01', 100),
  battery(300, 'agm', [['EN', 760]], 90, 'Pilot launch', 'Velgrim Both 90', '2023-03-20', 79, {
    duty: 'both',
  }),
];

/** The site that the sample data is of. */
export const DEMO_SITE = {
  ...newSite('019b8f00-0000-7000-8000-fe7293a7e0b0', 'UTC'),
  name: 'Ferngate Harbour Works',
  address: 'Battery shop, Quay 4, Ferngate',
} as const;
