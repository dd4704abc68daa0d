/**
 * Judgements as earlier cores wrote them, in the form in which today's screens and papers read them. Nothing that was
 * computed changes: an upgrade only names what that core did not know as unknown, or moves it to where it stands now.
 */

type Loose = Record<string, unknown>;

interface Upgrade {
  /** Judgements of a core before this one need the upgrade. */
  readonly before: string;
  readonly apply: (assessment: Loose) => Loose;
}

const UPGRADES: readonly Upgrade[] = [
  {
    // Core 1.0 knew the open voltage and the load test.
    before: '1.1.0',
    apply: (assessment) =>
      withEstimates(assessment, (known) => ({
        cells: null,
        conductance: null,
        crank: null,
        threeMinute: null,
        ...known,
        health: healthByLoadAlone(known.health),
      })),
  },
  {
    // Core 1.2 parted the load that is set from the one that the limit is meant for, and looked at stand and vehicle.
    before: '1.2.0',
    apply: (assessment) =>
      withEstimates(assessment, (known) => ({
        stand: null,
        vehicle: null,
        ...known,
        task: taskOf(known.task),
      })),
  },
  {
    // Core 1.4 judged every place that was measured on the vehicle, not only the last.
    before: '1.4.0',
    apply: (assessment) =>
      withEstimates(assessment, ({ vehicle, ...known }) => ({
        vehicleChecks: vehicle ? [vehicle] : [],
        ...known,
      })),
  },
];

/** A judgement of any earlier core as today's readers know it. The answer is checked by whoever reads it. */
export function upgradeAssessment(stored: Readonly<Loose>, core: string): Loose {
  return UPGRADES.filter(({ before }) => isBefore(core, before)).reduce<Loose>(
    (assessment, { apply }) => apply(assessment),
    { ...stored },
  );
}

function withEstimates(assessment: Loose, change: (known: Loose) => Loose): Loose {
  const { estimates } = assessment;
  return { ...assessment, estimates: change(isLoose(estimates) ? estimates : {}) };
}

/** In core 1.0 the load test was the only method, so health and its one method say the same. */
function healthByLoadAlone(health: unknown): unknown {
  if (!isLoose(health) || 'methods' in health) return health;
  const { pct, sdPct, indicative = false } = health;
  return {
    ...health,
    indicative,
    methods: [{ method: 'load', pct, sdPct, indicative }],
    methodsDisagree: false,
  };
}

/** Up to core 1.1 the load to set was the one that the limit was meant for. */
function taskOf(task: unknown): unknown {
  if (!isLoose(task)) return task;
  return { ratedAmps: task.setAmps, ratedBasis: task.setBasis, ...task };
}

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null;

/** Whether a version comes before another, both written as numbers with points between. */
function isBefore(version: string, other: string): boolean {
  const [own, held] = [version, other].map((written) => written.split('.').map(Number));
  for (const [place, theirs] of (held ?? []).entries()) {
    const mine = own?.[place] ?? 0;
    if (mine !== theirs) return mine < theirs;
  }
  return false;
}
