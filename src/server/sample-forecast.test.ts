import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { learnFleet } from '@/core/history/fleet-learning';
import { outlookOf } from '@/core/history/forecast-unit';
import { NO_STRAIN } from '@/core/history/hazard';
import { corrected } from '@/core/history/leftover';
import { healthAt } from '@/core/history/life';
import { SAMPLE_NOW_MS, sampleStore } from '@/store/demo/sample.test-support';
import { unitsReadTwice } from '@/store/outlooks-asked';

const DAY_MS = 86_400_000;
/** The last winter of the sample is hidden from here on. */
const HIDDEN_FROM_MS = SAMPLE_NOW_MS - 120 * DAY_MS;
const FOUR_OF_FIVE = 1.2816;
const WANDERS_A_YEAR = 1;

// Of 144 readings 78 % lie inside; 94 % did while each was taken to scatter as it says of itself.
it('of the readings of the sample’s last winter four of five lie where they were forecast to', async () => {
  const store = await sampleStore(join(mkdtempSync(join(tmpdir(), 'integra-')), 'x.db'), 3);
  const units = await store.read((database) => unitsReadTwice(database, Number.POSITIVE_INFINITY));
  await store.close();
  const known = units.map((unit) => ({
    ...unit,
    readings: unit.readings.filter(({ atMs }) => atMs < HIDDEN_FROM_MS),
  }));
  const learned = learnFleet(known, HIDDEN_FROM_MS);
  let [inside, all] = [0, 0];
  for (const [at, unit] of known.entries()) {
    const hidden = units[at]?.readings.filter(({ atMs }) => atMs >= HIDDEN_FROM_MS) ?? [];
    if (unit.readings.length < 3 || hidden.length === 0) continue;
    const asked = { nowMs: HIDDEN_FROM_MS, linePct: 65, strain: NO_STRAIN };
    const life = outlookOf(unit, learned, asked).segments.at(-1)?.life;
    if (!life) continue;
    for (const reading of hidden.map((one) => corrected(one, learned.leftovers))) {
      const { pct, sd } = healthAt(life, reading.atMs);
      const years = (reading.atMs - HIDDEN_FROM_MS) / (365.25 * DAY_MS);
      const spread = Math.sqrt(sd ** 2 + reading.sd ** 2 + WANDERS_A_YEAR ** 2 * years);
      inside += Number(Math.abs(reading.pct - pct) <= FOUR_OF_FIVE * spread);
      all++;
    }
  }
  expect(all).toBeGreaterThan(60);
  expect(inside / all).toBeGreaterThan(0.75);
  expect(inside / all).toBeLessThan(0.85);
});
