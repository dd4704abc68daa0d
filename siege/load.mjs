// Many technicians at once: each captures, reads back and looks at the Floor, thinks, and begins again. Nobody thinks
// equally long each time: a crowd in step would come in waves, which no shop does.
import { seeded } from './requests.mjs';
import { call, capture, hire, lookAtFloor, memoryOf, nextRun, pause, quantile, readingOf } from './shop.mjs';

/** A shop's server has been at work for days: the first moments after its start are not counted. */
const WARMING_MS = 15_000;

/** A run is finished once it holds so many readings, and another battery comes onto the bench. */
const READINGS_A_RUN = 20;

/** Answers with what was measured; `fails` names what missed its aim. */
export async function loadOf(base, pid, { people, thinkMs, seconds }) {
  const times = { capture: [], readBack: [], floor: [], stream: [] };
  let errors = 0;
  let acknowledged = 0;
  let mostMegabytes = 0;
  const hired = [];
  for (let number = 0; number < people; number++) {
    const person = await hire(base, `Hand ${people} ${number} ${Date.now()}`);
    if (person) hired.push(person);
    else errors++;
  }
  const from = Date.now() + WARMING_MS;
  const until = from + seconds * 1000;
  const note = (list, answer) => {
    if (Date.now() > from) list.push(answer.ms);
    if (answer.status !== 200) errors++;
    return answer;
  };
  const runIds = [];
  const work = async (hand, number) => {
    const random = seeded(number + 1);
    await pause((thinkMs * number) / people);
    let person = hand;
    let own = 0;
    let inRun = [];
    runIds.push(person.runId);
    while (Date.now() < until) {
      const reading = readingOf(person, 12 + (own % 60) / 100);
      if (note(times.capture, await capture(base, reading)).status === 200) {
        own++;
        inRun.push(reading.id);
      }
      const seen = note(times.readBack, await call(base, `/api/runs/${person.runId}`));
      if (seen.json?.value?.readings.every(({ id }) => id !== reading.id)) errors++;
      const floor = note(times.floor, await lookAtFloor(base));
      if (Date.now() > from) times.stream.push(floor.streamMs);
      await pause(thinkMs * (0.5 + random()));
      if (inRun.length < READINGS_A_RUN) continue;
      const next = await nextRun(base, person, inRun);
      if (next) {
        [person, inRun] = [next, []];
        runIds.push(next.runId);
      } else errors++;
    }
    acknowledged += own;
  };
  const watch = setInterval(async () => {
    mostMegabytes = Math.max(mostMegabytes, await memoryOf(pid));
  }, 500);
  await Promise.all(hired.map(work));
  clearInterval(watch);
  let kept = 0;
  for (const runId of runIds)
    kept += (await call(base, `/api/runs/${runId}`)).json?.value?.readings.length ?? 0;
  const p95 = (list) => quantile(list, 0.95);
  const found = {
    people,
    thinkMs,
    requests: times.capture.length * 4,
    errors,
    acknowledged,
    kept,
    captureP50: quantile(times.capture, 0.5),
    captureP95: p95(times.capture),
    readBackP95: p95(times.readBack),
    floorP50: quantile(times.floor, 0.5),
    floorP95: p95(times.floor),
    streamP95: p95(times.stream),
    mostMegabytes,
    slowest: Math.max(...Object.values(times).flat()),
  };
  const fails = [
    errors > 0 && `${errors} errors`,
    kept !== acknowledged && `${acknowledged} acknowledged, ${kept} kept`,
    found.captureP95 > 150 && `capture p95 ${found.captureP95.toFixed(0)} ms`,
    found.readBackP95 > 150 && `read back p95 ${found.readBackP95.toFixed(0)} ms`,
    found.floorP95 > 150 && `Floor p95 ${found.floorP95.toFixed(0)} ms`,
    found.streamP95 > 150 && `Floor’s stream p95 ${found.streamP95.toFixed(0)} ms`,
    mostMegabytes > 700 && `${mostMegabytes.toFixed(0)} MB`,
  ].filter(Boolean);
  return { found, fails };
}
