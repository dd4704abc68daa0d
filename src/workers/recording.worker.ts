import { recordingOfCase } from '@/core/practice/recording/recording-case';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';
import { type Examined, examine, examinedAt } from '@/core/recording/examine';
import { joined } from '@/core/recording/joined';
import { HEAD_BYTES, type Layout } from '@/core/recording/layout';
import type { Marks } from '@/core/recording/marks';
import { packRecording, unpackRecording } from '@/core/recording/packed-recording';
import { type PutRight, putRight } from '@/core/recording/put-right';
import { between, Pyramid } from '@/core/recording/pyramid';
import { expectedRows, layoutOfBytes, tooLarge } from '@/core/recording/read-recording';
import { MOST_SAMPLES, type Recording, spanOf, stepOf } from '@/core/recording/recording';
import { RowReader } from '@/core/recording/row-reader';
import { type SlowView, slowViewOf } from '@/core/recording/slow-view';
import type { ExaminedThere, FileHead, Question, Reply } from './recording.messages';

/** The recording at hand. It stays here, however many samples it has: the page is told of it and shown windows of it. */
let held: { examined: Examined; readonly pyramid: Pyramid; readonly view: SlowView } | null = null;

const LINES_SHOWN = 12;
const TOLD_EVERY_MS = 100;

self.addEventListener('message', async ({ data }: MessageEvent<Question>) => {
  const { number } = data;
  const say = (reply: Reply, transfer: Transferable[] = []) => self.postMessage(reply, { transfer });
  try {
    const made = await answerOf(data, (share) => say({ number, is: 'progress', share }));
    if (made.ok)
      say(
        { number, is: 'answer', answer: made.value },
        made.value instanceof ArrayBuffer ? [made.value] : [],
      );
    else say({ number, is: 'refused', problems: made.problems });
  } catch (error) {
    // For whoever looks into it; the page tells the one who waits.
    console.error(error);
    say({
      number,
      is: 'refused',
      problems: [problem('recording', 'a fault while it was read', 'a recording')],
    });
  }
});

self.postMessage({ is: 'up' } satisfies Reply);

type Answer = Extract<Reply, { is: 'answer' }>['answer'];

async function answerOf(question: Question, onProgress: (share: number) => void): Promise<Result<Answer>> {
  switch (question.name) {
    case 'head':
      return headOf(question.asked.file);
    case 'read':
      return read(question.asked, onProgress);
    case 'join':
      return join(question.asked, onProgress);
    case 'draw': {
      const { recordingCase } = question.asked;
      return examinedHere(recordingOfCase(recordingCase).recording, recordingCase.cylinders, []);
    }
    case 'unpack':
      return unpack(question.asked);
    case 'window': {
      const { fromS, toS, columns } = question.asked;
      return held ? succeed(held.pyramid.window(fromS, toS, columns)) : NOTHING;
    }
    case 'marks': {
      if (!held) return NOTHING;
      const { marks, cylinders } = question.asked;
      held.examined = examinedAt(held.examined, marks, cylinders, held.view);
      return succeed(told(held.examined));
    }
    case 'between':
      return held
        ? succeed(between(held.examined.recording, question.asked.oneS, question.asked.otherS))
        : NOTHING;
    case 'pack':
      return held ? succeed(await squeezed(packRecording(held.examined.recording))) : NOTHING;
  }
}

const NOTHING = fail(problem('recording', 'none', 'a recording that was read'));

async function headOf(file: File): Promise<Result<FileHead>> {
  const large = tooLarge(file.size);
  if (large) return large;
  const head = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const layout = layoutOfBytes(head);
  if (!layout.ok) return layout;
  const lines = new TextDecoder()
    .decode(head)
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/);
  return succeed({ layout: layout.value, lines: lines.slice(0, layout.value.firstLine + LINES_SHOWN) });
}

async function read(
  {
    file,
    layout,
    cylinders,
  }: { readonly file: File; readonly layout: Layout; readonly cylinders: number | null },
  onProgress: (share: number) => void,
): Promise<Result<ExaminedThere>> {
  const right = await rowsOf(file, layout, onProgress);
  if (!right.ok) return right;
  const { recording, told: put } = right.value;
  return examinedHere(recording, cylinders, put);
}

async function join(
  { file, cylinders }: { readonly file: File; readonly cylinders: number | null },
  onProgress: (share: number) => void,
): Promise<Result<ExaminedThere>> {
  if (!held) return NOTHING;
  const head = await headOf(file);
  if (!head.ok) return head;
  const right = await rowsOf(file, head.value.layout, onProgress);
  if (!right.ok) return right;
  const both = joined(held.examined.recording, right.value.recording);
  return both.ok
    ? examinedHere(both.value, cylinders, [...held.examined.problems, ...right.value.told])
    : both;
}

function examinedHere(
  recording: Recording,
  cylinders: number | null,
  put: readonly string[],
): Result<ExaminedThere> {
  hold(examine(recording, cylinders, put));
  return held ? succeed(told(held.examined)) : NOTHING;
}

async function rowsOf(
  file: File,
  layout: Layout,
  onProgress: (share: number) => void,
): Promise<Result<PutRight>> {
  const head = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const reader = new RowReader(layout, MOST_SAMPLES, expectedRows(head, file.size));
  const stream = file.stream().getReader();
  let bytes = 0;
  let toldMs = 0;
  for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
    reader.take(piece.value);
    bytes += piece.value.byteLength;
    // Often enough to be seen to move, seldom enough to leave the page free.
    if (performance.now() - toldMs < TOLD_EVERY_MS) continue;
    toldMs = performance.now();
    onProgress((0.9 * bytes) / Math.max(1, file.size));
  }
  return putRight(reader.finish());
}

async function unpack({
  bytes,
  cylinders,
  marks,
}: {
  readonly bytes: ArrayBuffer;
  readonly cylinders: number | null;
  readonly marks: Marks | null;
}): Promise<Result<ExaminedThere>> {
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('deflate-raw'));
  const unpacked = unpackRecording(new Uint8Array(await new Response(stream).arrayBuffer()));
  if (!unpacked.ok) return unpacked;
  hold(examine(unpacked.value, cylinders));
  if (!held) return NOTHING;
  if (marks) held.examined = examinedAt(held.examined, marks, cylinders, held.view);
  return succeed(told(held.examined));
}

function hold(examined: Examined): void {
  held = { examined, pyramid: new Pyramid(examined.recording), view: slowViewOf(examined.recording) };
}

function told({ recording, ...rest }: Examined): ExaminedThere {
  return { ...rest, span: spanOf(recording), samples: recording.seconds.length, stepS: stepOf(recording) };
}

async function squeezed(bytes: Uint8Array): Promise<ArrayBuffer> {
  const stream = new Blob([bytes.slice().buffer]).stream().pipeThrough(new CompressionStream('deflate-raw'));
  return new Response(stream).arrayBuffer();
}
