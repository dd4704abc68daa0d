import { eventsOf, type LifePoint, nearestEvent } from './life-events';

const point = (atMs: number): LifePoint => ({
  runId: String(atMs),
  atMs,
  pct: 80,
  sdPct: 4,
  indicative: false,
  verdict: 'serve',
  byHand: false,
});
const stretch = (label: string, fromMs: number, toMs: number) => ({ label, fromMs, toMs, href: null });
const LANES = [
  { name: 'where', stretches: [stretch('Van 1', 0, 100), stretch('Van 2', 100, 300)] },
  { name: 'charges', stretches: [stretch('charged', 40, 45)] },
];

describe('what can be read on a life', () => {
  const events = eventsOf([point(50), point(10), point(200)], LANES);
  const labelAt = (atMs: number, lane: number | null) => {
    const event = events[nearestEvent(events, atMs, lane)];
    return event?.kind === 'stretch' ? event.stretch.label : event?.point.runId;
  };

  it('stands in the order of time, tests and stretches alike', () => {
    expect(events.map(({ atMs }) => atMs)).toEqual([0, 10, 40, 50, 100, 200]);
  });

  it('is the nearest test on the drawing, and a stretch only on its own lane', () => {
    expect(labelAt(28, null)).toBe('10');
    expect(labelAt(140, null)).toBe('200');
    // Within a stretch one is at it, however far its beginning lies.
    expect(labelAt(290, 0)).toBe('Van 2');
    expect(labelAt(60, 0)).toBe('Van 1');
    expect(labelAt(290, 1)).toBe('charged');
  });

  it('is nothing where there is none', () => {
    expect(nearestEvent([], 5, null)).toBe(-1);
    expect(nearestEvent(events, 5, 7)).toBe(-1);
    expect(nearestEvent(eventsOf([], LANES), 5, null)).toBe(-1);
  });
});
