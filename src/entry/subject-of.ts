import type { SubjectKind } from '@/core/people/journal';

interface Subject {
  readonly subjectKind: SubjectKind | null;
  readonly subjectId: string | null;
}

/** What the doors under a path are about, and where in a body its id stands where the path does not say it. */
const SUBJECTS: readonly (readonly [RegExp, SubjectKind, readonly string[]])[] = [
  [/^\/api\/batteries\/([0-9a-f-]{36})$/, 'battery', []],
  [/^\/api\/batteries$/, 'battery', ['id']],
  [/^\/api\/runs\/([0-9a-f-]{36})/, 'run', []],
  [/^\/api\/runs$/, 'run', ['id']],
  [/^\/api\/checks\/([0-9a-f-]{36})/, 'check', []],
  [/^\/api\/checks$/, 'check', ['id']],
  [/^\/api\/vehicles\/move$/, 'battery', ['batteryId']],
  [/^\/api\/vehicles$/, 'vehicle', ['vehicle/id']],
  [/^\/api\/visits/, 'vehicle', ['vehicleId', 'id']],
  [/^\/api\/recordings/, 'vehicle', ['vehicleId']],
  [/^\/api\/people/, 'person', ['id', 'personId']],
  [/^\/api\/devices/, 'device', ['id']],
  [/^\/api\/(site|rules|copies|chargers|fleet|imports|lots)/, 'site', ['id']],
];

/** What a request is about, by its path and what it says. */
export function subjectOf(path: string, input: unknown): Subject {
  for (const [pattern, subjectKind, fields] of SUBJECTS) {
    const found = pattern.exec(path);
    if (!found) continue;
    const named = fields.map((field) => textAt(input, field)).find((text) => text !== null);
    return { subjectKind, subjectId: found[1] && found[1].length === 36 ? found[1] : (named ?? null) };
  }
  return { subjectKind: null, subjectId: null };
}

function textAt(input: unknown, path: string): string | null {
  const value = path.split('/').reduce<unknown>((at, name) => {
    if (typeof at !== 'object' || at === null || !Object.hasOwn(at, name)) return null;
    return (at as Readonly<Record<string, unknown>>)[name];
  }, input);
  return typeof value === 'string' && value.length <= 60 ? value : null;
}

/** Why something is done, as a request says it. */
export const reasonOf = (input: unknown): string | null => textAt(input, 'reason');

/** Who a request says to be of; at an open site that is all there is to go by. */
export const saidWho = (input: unknown): string | null => textAt(input, 'technicianId');
