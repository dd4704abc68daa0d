import fc from 'fast-check';
import {
  COPY_NAME,
  type CopyKind,
  copiesToDrop,
  copyKind,
  copyName,
  isNightCopyDue,
  KEPT_COPIES,
  lastNightMs,
} from './copies';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

describe('the name of a copy', () => {
  it('carries its moment and what made it', () => {
    expect(copyName(Date.UTC(2026, 10, 26, 22, 43))).toBe('integra-20261126-224300.db');
    for (const kind of ['hand', 'night', 'upgrade'] as const satisfies readonly CopyKind[]) {
      const name = copyName(Date.UTC(2026, 10, 26, 2), kind);
      expect([name, COPY_NAME.test(name), copyKind(name)]).toEqual([name, true, kind]);
      expect(copyKind(name.replace('.db', '-1.db'))).toBe(kind);
    }
    expect(COPY_NAME.test('integra-20261126-020000-noon.db')).toBe(false);
  });
});

describe('the copy of a night', () => {
  const zone = 'Etc/GMT-1';
  it('is due at two by the clock of the site', () => {
    // 02:00 of the site is 01:00 UTC.
    const two = Date.UTC(2026, 0, 12, 1);
    expect(lastNightMs(two, zone)).toBe(two);
    expect(lastNightMs(two - 1, zone)).toBe(two - DAY_MS);
    expect(lastNightMs(two + 23 * HOUR_MS, zone)).toBe(two);
  });

  it('is made once a night, also where the server did not run at two', () => {
    const two = Date.UTC(2026, 0, 12, 1);
    const begunMs = two - 30 * DAY_MS;
    const due = (newestMs: number | null, nowMs: number) =>
      isNightCopyDue(newestMs, begunMs, { nowMs, zone });
    expect(due(two - DAY_MS, two - 1)).toBe(false);
    expect(due(two - DAY_MS, two)).toBe(true);
    expect(due(two - DAY_MS, two + 6 * HOUR_MS)).toBe(true);
    expect(due(two + 6 * HOUR_MS, two + 7 * HOUR_MS)).toBe(false);
    expect(due(null, two)).toBe(true);
  });

  it('is not made of a store that began today', () => {
    const nowMs = Date.UTC(2026, 0, 12, 9);
    expect(isNightCopyDue(null, nowMs - HOUR_MS, { nowMs, zone })).toBe(false);
  });
});

describe('copies that are kept', () => {
  const night = (madeAtMs: number, kind: CopyKind = 'night') => ({ kind, madeAtMs });
  const nights = (count: number) =>
    Array.from({ length: count }, (_, at) => night(Date.UTC(2026, 11, 31, 2) - at * DAY_MS));
  const keptOf = (copies: readonly ReturnType<typeof night>[]) => {
    const dropped = new Set(copiesToDrop(copies, 'UTC'));
    return copies.filter((copy) => !dropped.has(copy));
  };

  it('after a year are those of seven days, of four weeks and of twelve months', () => {
    const days = keptOf(nights(400)).map(({ madeAtMs }) => new Date(madeAtMs).toISOString().slice(0, 10));
    expect(days).toEqual([
      ...['2026-12-31', '2026-12-30', '2026-12-29', '2026-12-28', '2026-12-27', '2026-12-26', '2026-12-25'],
      ...['2026-12-20', '2026-12-13', '2026-11-30', '2026-10-31', '2026-09-30', '2026-08-31', '2026-07-31'],
      ...['2026-06-30', '2026-05-31', '2026-04-30', '2026-03-31', '2026-02-28', '2026-01-31'],
    ]);
  });

  it('are always the newest, never more than the rule says, and all that a hand or an upgrade made', () => {
    const most = KEPT_COPIES.days + KEPT_COPIES.weeks + KEPT_COPIES.months;
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 900 }), { maxLength: 120 }),
        fc.array(fc.constantFrom<CopyKind>('hand', 'upgrade'), { maxLength: 5 }),
        (ages, others) => {
          const made = ages.map((age) => night(Date.UTC(2026, 5, 1, 2) - age * DAY_MS));
          const kept = keptOf([...made, ...others.map((kind) => night(0, kind))]);
          expect(kept.filter(({ kind }) => kind !== 'night')).toHaveLength(others.length);
          const nightsKept = kept.filter(({ kind }) => kind === 'night');
          expect(nightsKept.length).toBeLessThanOrEqual(most);
          const newest = [...made]
            .sort((one, other) => other.madeAtMs - one.madeAtMs)
            .slice(0, KEPT_COPIES.days);
          for (const copy of newest) expect(nightsKept).toContain(copy);
          // What is dropped once stays droppable: keeping again drops nothing.
          expect(copiesToDrop(nightsKept, 'UTC')).toEqual([]);
        },
      ),
    );
  });
});
