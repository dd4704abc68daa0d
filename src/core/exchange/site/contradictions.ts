import { tagKey } from '../../battery/battery';
import type { Charger } from '../../charging/charger-schema';
import type { Visit } from '../../circuit/visit';
import { type Problem, problem } from '../../quantity/result';
import { lookAlikeKey } from '../../quantity/written-text';
import { contradictionsIn as contradictionsInRules } from '../../rules/check-rules';
import { STANDARD_RULES } from '../../rules/standard-rules';
import { impossibleIn } from '../../steps/check-in-run';
import { currentReadings } from '../../steps/current-readings';
import type { Slot, Vehicle } from '../../vehicle/vehicle';
import type { ImportRecord, LotRecord } from '../arrival-views';
import { MOST_PROBLEMS } from '../check-shape';
import type { BatteryRecord, Technician } from '../views';
import type { SiteBattery, SiteCheck, SiteRulesVersion, SiteRun } from './records';

interface Told {
  readonly technicians: readonly Technician[];
  /** Null for a run by itself, which names its rules only. */
  readonly rules: readonly SiteRulesVersion[] | null;
  readonly batteries: readonly (BatteryRecord & Partial<Pick<SiteBattery, 'importId' | 'changedById'>>)[];
  readonly runs: readonly SiteRun[];
  readonly imports: readonly Omit<ImportRecord, 'state'>[];
  readonly lots: readonly LotRecord[];
  readonly vehicles?: readonly Vehicle[];
  readonly slots?: readonly Slot[];
  readonly visits?: readonly Visit[];
  readonly chargers?: readonly Charger[];
  readonly checks?: readonly SiteCheck[];
}

/** All of a file but its runs. */
export type HeadTold = Omit<Told, 'runs'>;

/**
 * What is impossible about the head of a file although its shape is right: ids and tags twice, references to what is
 * not in it. Empty when nothing is.
 */
export function headProblems(told: HeadTold): Problem[] {
  const ids = (rows: readonly { readonly id: string }[]) => rows.map(({ id }) => id);
  return [
    ...twice('technicians', ids(told.technicians)),
    ...twice(
      'technicians',
      told.technicians.map(({ name }) => lookAlikeKey(name)),
    ),
    ...twice('batteries', ids(told.batteries)),
    ...twice(
      'batteries',
      told.batteries.map(({ tag }) => tagKey(tag)),
    ),
    ...told.batteries.flatMap(labelProblems),
    ...twice('imports', ids(told.imports)),
    ...twice('lots', ids(told.lots)),
    ...slotProblems(told),
    ...visitProblems(told),
    ...twice('chargers', ids(told.chargers ?? [])),
    ...checkProblems(told),
    ...ruleProblems(told),
    ...importProblems(told),
  ];
}

/** The same for a whole file that is held at once: its head, then each of its runs. */
export function contradictionsIn(told: Told): Problem[] {
  const { runs, ...head } = told;
  const problems = [
    ...headProblems(head),
    ...twice(
      'runs',
      runs.map(({ run }) => run.id),
    ),
  ];
  const known = knownIn(head);
  for (let index = 0; index < runs.length && problems.length < MOST_PROBLEMS; index++) {
    const run = runs[index];
    if (run) problems.push(...runProblems(run, `runs/${index}`, known));
  }
  return problems.slice(0, MOST_PROBLEMS);
}

function twice(field: string, keys: readonly string[]): Problem[] {
  if (new Set(keys).size === keys.length) return [];
  const seen = new Set<string>();
  const again = keys.find((key) => seen.size === seen.add(key).size);
  return [problem(field, again, 'each once: this one is there twice')];
}

function slotProblems({ vehicles = [], slots = [], batteries }: HeadTold): Problem[] {
  const known = new Set(vehicles.map(({ id }) => id));
  const units = new Set(batteries.map(({ id }) => id));
  return [
    ...twice(
      'vehicles',
      vehicles.flatMap(({ id, name }) => [id, name]),
    ),
    ...twice(
      'slots',
      slots.map(({ id }) => id),
    ),
    ...slots.flatMap(({ vehicleId, batteryId, fromOn, toOn }, index) => [
      ...unknown(`slots/${index}/vehicleId`, vehicleId, known, 'a vehicle of this file'),
      ...unknown(`slots/${index}/batteryId`, batteryId, units, 'a battery of this file'),
      ...(toOn !== null && toOn < fromOn
        ? [problem(`slots/${index}/toOn`, toOn, `not before it was fitted, ${fromOn}`)]
        : []),
    ]),
  ];
}

function visitProblems({ vehicles = [], visits = [], technicians }: HeadTold): Problem[] {
  const known = new Set(vehicles.map(({ id }) => id));
  const who = new Set(technicians.map(({ id }) => id));
  return [
    ...twice(
      'visits',
      visits.map(({ id }) => id),
    ),
    ...visits.flatMap(({ vehicleId, technicianId, arrivedAtMs, leftAtMs }, index) => [
      ...unknown(`visits/${index}/vehicleId`, vehicleId, known, 'a vehicle of this file'),
      ...unknown(`visits/${index}/technicianId`, technicianId, who, 'a technician of this file'),
      ...(leftAtMs !== null && leftAtMs < arrivedAtMs
        ? [problem(`visits/${index}/leftAtMs`, leftAtMs, `not before it came in, ${arrivedAtMs}`)]
        : []),
    ]),
  ];
}

function checkProblems({ vehicles = [], checks = [], technicians }: HeadTold): Problem[] {
  const known = new Set(vehicles.map(({ id }) => id));
  const who = new Set(technicians.map(({ id }) => id));
  return [
    ...twice(
      'checks',
      checks.map(({ run }) => run.id),
    ),
    ...checks.flatMap(({ run, readings, judgements }, index) => [
      ...unknown(`checks/${index}/run/vehicleId`, run.vehicleId, known, 'a vehicle of this file'),
      ...[run.startedById, run.finishedById, ...readings.map(({ technicianId }) => technicianId)].flatMap(
        (id) => unknown(`checks/${index}`, id, who, 'a technician of this file').slice(0, 1),
      ),
      ...[...readings, ...judgements]
        .filter(({ runId }) => runId !== run.id)
        .slice(0, 1)
        .map(({ runId }) => problem(`checks/${index}`, runId, 'what belongs to this check')),
    ]),
  ];
}

function labelProblems({ ratings }: BatteryRecord, index: number): Problem[] {
  return twice(
    `batteries/${index}/ratings`,
    ratings.map(({ standard }) => standard),
  );
}

function ruleProblems({ rules, technicians }: HeadTold): Problem[] {
  if (!rules) return [];
  const known = new Set(technicians.map(({ id }) => id));
  return [
    ...twice(
      'rules',
      rules.map((version) => `${version.rules.id} ${version.rules.version}`),
    ),
    ...rules.flatMap((version, index) => [
      ...contradictionsInRules(version.rules),
      ...unknown(`rules/${index}/authorId`, version.authorId, known, 'a technician of this file'),
    ]),
  ];
}

function importProblems({ imports, lots, batteries, technicians }: HeadTold): Problem[] {
  const who = new Set(technicians.map(({ id }) => id));
  const known = new Set(imports.map(({ id }) => id));
  const byImport = (field: string, id: string | null | undefined) =>
    unknown(field, id ?? null, known, 'an import of this file');
  const byWho = (field: string, id: string | null) => unknown(field, id, who, 'a technician of this file');
  return [
    ...imports.flatMap((made, index) => [
      ...byWho(`imports/${index}/madeById`, made.madeById),
      ...byWho(`imports/${index}/undoneById`, made.undoneById),
    ]),
    ...lots.flatMap((lot, index) => [
      ...byWho(`lots/${index}/startedById`, lot.startedById),
      ...byImport(`lots/${index}/importId`, lot.importId),
    ]),
    ...batteries.flatMap(({ importId, changedById }, index) => [
      ...byImport(`batteries/${index}/importId`, importId),
      ...byWho(`batteries/${index}/changedById`, changedById ?? null),
    ]),
  ];
}

/** What the runs of a file may refer to. */
export interface KnownInFile {
  readonly technicians: ReadonlySet<string>;
  readonly imports: ReadonlySet<string>;
  readonly batteries: ReadonlyMap<string, BatteryRecord>;
  readonly rules: ReadonlySet<string> | null;
}

/** What the head of a file lets its runs refer to. */
export function knownIn({ technicians, batteries, rules, imports }: HeadTold): KnownInFile {
  return {
    technicians: new Set(technicians.map(({ id }) => id)),
    imports: new Set(imports.map(({ id }) => id)),
    batteries: new Map(batteries.map((battery) => [battery.id, battery])),
    rules: rules && new Set(rules.map((version) => `${version.rules.id} ${version.rules.version}`)),
  };
}

function unknown(field: string, id: string | null, known: ReadonlySet<string>, expected: string): Problem[] {
  return id === null || known.has(id) ? [] : [problem(field, id, expected)];
}

/** What is impossible about one run beside the head of its file. */
export function runProblems(
  { run, readings, assessments }: SiteRun,
  path: string,
  known: KnownInFile,
): Problem[] {
  const battery = known.batteries.get(run.batteryId);
  if (!battery) return [problem(`${path}/run/batteryId`, run.batteryId, 'a battery of this file')];
  const technician = (field: string, id: string | null) =>
    unknown(`${path}/${field}`, id, known.technicians, 'a technician of this file');
  return [
    ...technician('run/startedById', run.startedById),
    ...technician('run/finishedById', run.finishedById),
    ...readings.flatMap(({ technicianId }, index) =>
      technician(`readings/${index}/technicianId`, technicianId),
    ),
    ...unknown(`${path}/run/importId`, run.importId ?? null, known.imports, 'an import of this file'),
    ...endProblems(run, path),
    ...rulesProblems(run, path, known.rules),
    ...belongings({ run, readings, assessments }, path),
    ...readingProblems(readings, battery.nominalVolts, path),
  ];
}

/** A server whose clock was set back has ended runs before they began: that is kept as it was. */
function endProblems({ finishedAtMs, finishedById, assessmentId }: SiteRun['run'], path: string): Problem[] {
  if (finishedAtMs === null) {
    return assessmentId === null
      ? []
      : [problem(`${path}/run/assessmentId`, assessmentId, 'none while the run is open')];
  }
  return [
    ...(finishedById === null ? [problem(`${path}/run/finishedById`, null, 'who finished the run')] : []),
    ...(assessmentId === null ? [problem(`${path}/run/assessmentId`, null, 'what the run came to')] : []),
  ];
}

function rulesProblems(
  { rulesId, rulesVersion }: SiteRun['run'],
  path: string,
  known: ReadonlySet<string> | null,
): Problem[] {
  const standard = rulesId === STANDARD_RULES.id && rulesVersion <= STANDARD_RULES.version;
  if (standard || !known || known.has(`${rulesId} ${rulesVersion}`)) return [];
  return [problem(`${path}/run/rulesId`, `${rulesId}/${rulesVersion}`, 'house rules of this file')];
}

function belongings({ run, readings, assessments }: SiteRun, path: string): Problem[] {
  const ids = new Set(readings.map(({ id }) => id));
  const ofRun = (field: string, runId: string) =>
    runId === run.id
      ? []
      : [problem(`${path}/${field}/runId`, runId, `the run that it stands in, ${run.id}`)];
  const named = run.assessmentId;
  return [
    ...readings.flatMap((reading, index) => [
      ...ofRun(`readings/${index}`, reading.runId),
      ...unknown(
        `${path}/readings/${index}/supersedesId`,
        reading.supersedesId,
        ids,
        'a reading of this run',
      ),
    ]),
    ...circles(readings, path),
    ...assessments.flatMap(({ runId }, index) => ofRun(`assessments/${index}`, runId)),
    ...(named === null || assessments.some(({ id }) => id === named)
      ? []
      : [problem(`${path}/run/assessmentId`, named, 'an assessment of this run')]),
  ];
}

/** Readings that replace each other in a circle: none of them could have been the first. */
function circles(readings: SiteRun['readings'], path: string): Problem[] {
  const replaced = new Map(readings.map(({ id, supersedesId }) => [id, supersedesId]));
  const settled = new Set<string>();
  return readings.flatMap(({ id }, index) => {
    const chain = new Set<string>();
    let at: string | null | undefined = id;
    while (at && !settled.has(at) && chain.size < chain.add(at).size) at = replaced.get(at);
    const circular = at && !settled.has(at);
    for (const known of chain) settled.add(known);
    return circular
      ? [problem(`${path}/readings/${index}/supersedesId`, id, 'an earlier reading: these go in a circle')]
      : [];
  });
}

/**
 * What no capture would have let pass, each reading by itself: a load above the open voltage was asked about when it was
 * captured, beside the readings of that moment and by the clocks of that day, which a file does not hold.
 */
function readingProblems(readings: SiteRun['readings'], nominalVolts: number, path: string): Problem[] {
  return readings.flatMap((reading, index) => {
    const place = `${path}/readings/${index}`;
    return impossibleIn(reading, { current: NOTHING_READ, nominalVolts }).map(
      ({ field, found, expected, message }) => ({
        field: `${place}/${field}`,
        found,
        expected,
        message: `${place}/${message}`,
      }),
    );
  });
}

const NOTHING_READ = currentReadings([]);
