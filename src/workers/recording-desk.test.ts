import type { Question, Reply } from './recording.messages';
import { RecordingDesk } from './recording-desk';
import type { LineWorker } from './worker-line';

/** A worker as a browser makes one: its script comes late or never, and nobody hears what it is told before. */
class PlayedWorker implements LineWorker {
  onmessage: Worker['onmessage'] = null;
  onerror: Worker['onerror'] = null;
  readonly heard: Question[] = [];
  isEnded = false;
  private isUp = false;

  postMessage(question: Question): void {
    if (this.isUp) this.heard.push(question);
  }
  terminate(): void {
    this.isEnded = true;
  }
  comes(): void {
    this.isUp = true;
    this.says({ is: 'up' });
  }
  falls(): void {
    this.onerror?.call(this as unknown as Worker, {} as ErrorEvent);
  }
  answers(): void {
    const { number } = this.heard.at(-1) as Question;
    this.says({ number, is: 'refused', problems: [] });
  }
  private says(reply: Reply): void {
    this.onmessage?.call(this as unknown as Worker, { data: reply } as MessageEvent<Reply>);
  }
}

function played() {
  const made: PlayedWorker[] = [];
  const desk = new RecordingDesk(() => {
    const worker = new PlayedWorker();
    made.push(worker);
    return worker;
  });
  const heard: string[] = [];
  const ask = (what: string) =>
    void desk.ask('head', { file: new File([], what) }).then((answer) => {
      heard.push(answer.ok ? what : `${what}: ${answer.problems[0]?.message ?? 'answered'}`);
    });
  const worker = (at: number) => made[at] as PlayedWorker;
  return { desk, ask, heard, made, worker };
}

const settled = () => new Promise((resolve) => setTimeout(resolve));

it('is asked only once its script has come, and answers', async () => {
  const { ask, heard, worker } = played();
  ask('drive');
  worker(0).comes();
  expect(worker(0).heard).toHaveLength(1);
  worker(0).answers();
  await settled();
  expect(heard).toEqual(['drive: answered']);
});

it('a script that did not come is fetched again, and the question with it', async () => {
  const { ask, heard, made, worker } = played();
  ask('drive');
  worker(0).falls();
  worker(1).falls();
  worker(2).comes();
  expect(worker(2).heard).toHaveLength(1);
  worker(2).answers();
  await settled();
  expect([made.length, heard]).toEqual([3, ['drive: answered']]);
});

it('one that never comes is told, and may be tried again', async () => {
  const { ask, heard, made, worker } = played();
  ask('drive');
  for (const at of [0, 1, 2]) worker(at).falls();
  await settled();
  expect([made.length, heard]).toEqual([
    3,
    ['drive: The recording could not be worked on here. Load this page again.'],
  ]);
  ask('again');
  worker(3).comes();
  expect(worker(3).heard).toHaveLength(1);
});

it('one that falls over at work is told at once, and not begun again by itself', async () => {
  const { ask, heard, made, worker } = played();
  ask('drive');
  worker(0).comes();
  worker(0).falls();
  await settled();
  expect([made.length, heard.length]).toEqual([1, 1]);
});

it('stopped while its script is coming, it is left alone and takes what is asked next', async () => {
  const { desk, ask, heard, made, worker } = played();
  ask('drive');
  desk.stop();
  ask('another');
  worker(0).comes();
  await settled();
  expect([made.length, worker(0).isEnded, worker(0).heard.length]).toEqual([1, false, 1]);
  expect(heard).toEqual(['drive: It was stopped.']);
  desk.stop();
  expect(worker(0).isEnded).toBe(true);
});

it('nobody keeps a worker that came after the page was left', () => {
  const { desk, ask, worker } = played();
  ask('drive');
  desk.close();
  worker(0).comes();
  expect([worker(0).isEnded, worker(0).heard]).toEqual([true, []]);
});
