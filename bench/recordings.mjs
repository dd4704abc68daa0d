// A recording of five million samples: what reading and examining it costs against only parsing its rows, how small it is kept,
// and how long a window of it takes to be drawn.
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { loadCore } from '../scripts/core.mjs';
import { median, ratioLine } from './figures.mjs';

const SAMPLES = 5_000_000;
const RATE = 100_000;
const ROUNDS = 3;
const COLUMNS = 1200;

/** A start of fifty seconds as text, from sums of its own. */
export function writeStart() {
  const pieces = ['t_s,v,i_a\n'];
  let text = '';
  let seed = 7;
  for (let at = 0; at < SAMPLES; at++) {
    const now = at / RATE;
    // Chance that is the same each time.
    seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
    const noise = ((seed / 2 ** 32) * 2 - 1) * 6;
    const cranked = now > 1 && now < 3.2;
    const amps = cranked
      ? 150 + 25 * Math.sin(46 * (now - 1))
      : now >= 3.7
        ? -20 * Math.exp(-(now - 3.7) / 12)
        : 0;
    const volts = 12.6 - 0.006 * amps + (now >= 3.7 ? 1.6 : 0) + 0.0005 * noise;
    text += `${now},${Number(volts.toFixed(3))},${Number((amps + 0.1 * noise).toFixed(1))}\n`;
    if (text.length > 1 << 20) {
      pieces.push(text);
      text = '';
    }
  }
  pieces.push(text);
  return Buffer.from(pieces.join(''));
}

const timed = (work) => {
  const startedMs = performance.now();
  const made = work();
  return [performance.now() - startedMs, made];
};

export async function measureRecordings() {
  const { examine, layoutOfBytes, packRecording, Pyramid, putRight, RowReader, unpackRecording } =
    await loadCore('bench/recordings.core.ts');
  const bytes = writeStart();
  console.log(
    `A recording of ${SAMPLES} samples, ${(bytes.length / 1e6).toFixed(0)} MB as CSV, ${ROUNDS} rounds in turn`,
  );
  const layout = layoutOfBytes(bytes).value;
  const parse = () => {
    const reader = new RowReader(layout, SAMPLES, SAMPLES);
    for (let from = 0; from < bytes.length; from += 1 << 16)
      reader.take(bytes.subarray(from, from + (1 << 16)));
    return reader.finish();
  };
  parse();
  let held;
  const rounds = Array.from({ length: ROUNDS }, () => {
    const [parsing] = timed(parse);
    const [whole, examined] = timed(() => examine(putRight(parse()).value.recording, 4));
    held = examined;
    return { parsing, whole };
  });
  console.log(
    ratioLine(
      'read and examined : parsed only',
      median(rounds.map(({ whole, parsing }) => whole / parsing)),
      2,
    ),
  );
  console.log(
    `  ${median(rounds.map(({ parsing }) => parsing)).toFixed(0)} ms parsed, ${median(rounds.map(({ whole }) => whole)).toFixed(0)} ms in all`,
  );
  const { recording } = held;
  const [packing, packed] = timed(() => deflateRawSync(packRecording(recording)));
  console.log(ratioLine('kept : its CSV', packed.length / bytes.length, 0.25));
  const [unpacking, back] = timed(() => unpackRecording(inflateRawSync(packed)).value);
  const isSame =
    back.seconds.every((at, place) => at === recording.seconds[place]) &&
    back.volts.every((at, place) => at === recording.volts[place]);
  console.log(
    `  ${(packed.length / 1e6).toFixed(1)} MB; packed in ${packing.toFixed(0)} ms, unpacked in ${unpacking.toFixed(0)} ms, ${isSame ? 'every number as it was' : 'CHANGED'}`,
  );
  const [building, pyramid] = timed(() => new Pyramid(recording));
  const windows = Array.from({ length: 200 }, (_, at) => {
    const length = 50 / 2 ** (at % 14);
    const fromS = (((at * 37) % 100) / 100) * (50 - length);
    return timed(() => pyramid.window(fromS, fromS + length, COLUMNS))[0];
  }).sort((one, other) => one - other);
  console.log(
    `  a window of ${COLUMNS} columns: ${windows[100].toFixed(2)} ms, the slowest of 200 ${windows[199].toFixed(2)} ms (aim 16 with its drawing); made ready in ${building.toFixed(0)} ms`,
  );
  const samples = 3 * 8 * SAMPLES;
  const levels = (2 * 2 * 8 * SAMPLES) / 7;
  console.log(
    `  held: ${(samples / 1e6).toFixed(0)} MB of samples, ${(levels / 1e6).toFixed(0)} MB of levels`,
  );
}
