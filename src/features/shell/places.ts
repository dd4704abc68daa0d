/** Where one can go from anywhere. */
export const PLACES = [
  { href: '/', label: 'Floor' },
  { href: '/room', label: 'Charging' },
  { href: '/lots', label: 'Lots' },
  { href: '/batteries', label: 'Batteries' },
  { href: '/vehicles', label: 'Vehicles' },
  { href: '/fleet', label: 'Fleet' },
  { href: '/practice', label: 'Practice' },
  { href: '/reckoner', label: 'Reckoner' },
  { href: '/files', label: 'Files' },
  { href: '/rules', label: 'House rules' },
  { href: '/site', label: 'Site' },
] as const;

/** Beside the screens of the bar: where work begins. */
export const BEGINNINGS = [
  { href: '/batteries/new', label: 'Register a battery' },
  { href: '/vehicles/new', label: 'Register a vehicle' },
  { href: '/lots', label: 'Grade a rack' },
  { href: '/labels', label: 'Print labels' },
  { href: '/room/round', label: 'Walk a round: what is stored and runs low' },
  { href: '/fleet/winter', label: 'Fleet: what will not last the winter' },
  { href: '/fleet/buy', label: 'Fleet: what to buy' },
  { href: '/fleet/idle', label: 'Fleet: what stands idle' },
  { href: '/people', label: 'People: who is let in' },
  { href: '/journal', label: 'Journal: who did what' },
  { href: '/practice/compose', label: 'Compose a practice case' },
  { href: '/guide/day', label: 'Guide: a day at the bench' },
  { href: '/guide/verdict', label: 'Guide: how a verdict is reached' },
  { href: '/guide/vehicle', label: 'Guide: is it the battery at all?' },
  { href: '/guide/life', label: 'Guide: health over time' },
] as const;
