// A mid-sized charge room planned anew, its promises, and a move weighed, against building one plan.
import { loadCore } from '../scripts/core.mjs';
import { median, ratioLine } from './figures.mjs';

const WEEKS = 3;
const PLAN_AIM_MS = 1000;
const FRAME_AIM_MS = 16;
/** Rooms with as many that wait as come in a day. */
const WAITING = 60;

const timed = (work) => {
  const startedMs = performance.now();
  work();
  return performance.now() - startedMs;
};

export async function measureRoom() {
  const core = await loadCore('bench/room.core.ts');
  const rooms = Array.from({ length: WEEKS }, (_, seed) => fullRoom(core, seed));
  const rounds = rooms.map((room) => {
    const plan = core.planRoom(room);
    const [first] = plan.placed;
    return {
      plan: timed(() => core.planRoom(room)),
      one: timed(() =>
        core.buildPlan(
          room,
          core.byDue(room.waiting).map((job) => ({ job, hands: 'there' })),
        ),
      ),
      promises: timed(() => core.promisesOf(room, plan)),
      move: timed(() => core.weighMove(room, plan.placed, { ...first, startMs: first.startMs + 3_600_000 })),
    };
  });
  const of = (name) => median(rounds.map((round) => round[name]));
  console.log(
    `\nA charge room of ${rooms[0].channels.length} channels, ${WAITING} batteries that wait, ${WEEKS} rooms`,
  );
  console.log(ratioLine('planned anew : its aim of 1 s', of('plan') / PLAN_AIM_MS, 1));
  console.log(`the same : building one plan ${(of('plan') / of('one')).toFixed(0)}`);
  console.log(`what it promises : building one plan ${(of('promises') / of('one')).toFixed(0)}`);
  console.log(ratioLine('a move weighed in the page : a frame of 16 ms', of('move') / FRAME_AIM_MS, 1));
}

/** A room on its first day, in which everything that has come by the evening still waits. */
function fullRoom(core, seed) {
  let last;
  core.runWeek(core.roomWeek(seed), (room) => {
    if (room.waiting.length <= WAITING) last = room;
    return [];
  });
  return last;
}
