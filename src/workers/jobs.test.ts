import type { JobAsked, JobNews } from './job.messages';
import { Jobs } from './jobs';
import type { LineWorker } from './worker-line';

/** A worker as a browser makes one: its script comes late or never, and it says what the test has it say. */
class PlayedWorker implements LineWorker {
  onmessage: Worker['onmessage'] = null;
  onerror: Worker['onerror'] = null;
  readonly asked: JobAsked<string>[] = [];
  isEnded = false;

  postMessage(asked: JobAsked<string>): void {
    this.asked.push(asked);
  }
  terminate(): void {
    this.isEnded = true;
  }
  says(said: JobNews<string>): void {
    this.onmessage?.call(this as unknown as Worker, { data: said } as MessageEvent<JobNews<string>>);
  }
  falls(): void {
    this.onerror?.call(this as unknown as Worker, {} as ErrorEvent);
  }
  tells(news: string): void {
    this.says({ is: 'news', job: this.job, news });
  }
  get job(): number {
    return this.asked.at(-1)?.job ?? -1;
  }
}

function played() {
  const made: PlayedWorker[] = [];
  const heard: string[] = [];
  const jobs = new Jobs<string, string>(() => {
    const worker = new PlayedWorker();
    made.push(worker);
    return worker;
  });
  const begin = (request: string) =>
    jobs.begin(request, {
      onNews: (news) => heard.push(`${request}: ${news}`),
      onBroke: () => heard.push(`${request}: broke`),
    });
  const worker = (at: number) => made[at] as PlayedWorker;
  return { jobs, made, heard, begin, worker };
}

test('a worker whose script is still coming is not ended: it takes the newest job once it is up', () => {
  const { made, heard, begin, worker } = played();
  begin('month first');
  begin('day first');
  expect(made).toHaveLength(1);
  expect(worker(0).isEnded).toBe(false);
  expect(worker(0).asked).toEqual([]);
  worker(0).says({ is: 'up' });
  expect(worker(0).asked.map(({ request }) => request)).toEqual(['day first']);
  worker(0).tells('3 April');
  expect(heard).toEqual(['day first: 3 April']);
});

test('one that works is ended where it stands, and nothing more is heard of it', () => {
  const { made, heard, begin, worker } = played();
  begin('one');
  worker(0).says({ is: 'up' });
  begin('other');
  expect(worker(0).isEnded).toBe(true);
  worker(0).tells('too late');
  worker(0).falls();
  worker(1).says({ is: 'up' });
  worker(1).tells('in time');
  expect(made).toHaveLength(2);
  expect(heard).toEqual(['other: in time']);
});

test('one that has done its job stands by for the next', () => {
  const { made, heard, begin, worker } = played();
  begin('one');
  worker(0).says({ is: 'up' });
  worker(0).tells('done');
  worker(0).says({ is: 'over', job: worker(0).job });
  begin('two');
  worker(0).tells('done');
  expect(made).toHaveLength(1);
  expect(heard).toEqual(['one: done', 'two: done']);
});

test('a script that does not come is asked for again, and told once it did not come three times', () => {
  const { made, heard, begin, worker } = played();
  begin('one');
  worker(0).falls();
  worker(1).falls();
  expect(heard).toEqual([]);
  worker(2).falls();
  expect(heard).toEqual(['one: broke']);
  begin('again');
  worker(3).says({ is: 'up' });
  worker(3).tells('here');
  expect(made).toHaveLength(4);
  expect(heard.at(-1)).toBe('again: here');
});

test('a job that falls over, or a worker that does, is told at once', () => {
  const { heard, begin, worker } = played();
  begin('one');
  worker(0).says({ is: 'up' });
  worker(0).says({ is: 'broke', job: worker(0).job });
  begin('two');
  worker(0).falls();
  expect(heard).toEqual(['one: broke', 'two: broke']);
});

test('what is stopped is heard of no more, and a screen that is left ends its worker once that is up', () => {
  const { jobs, heard, begin, worker } = played();
  begin('one');
  jobs.stop();
  worker(0).says({ is: 'up' });
  expect(worker(0).asked).toEqual([]);
  begin('two');
  jobs.stop();
  expect(worker(0).isEnded).toBe(true);
  jobs.standBy();
  jobs.close();
  expect(worker(1).isEnded).toBe(false);
  worker(1).says({ is: 'up' });
  expect(worker(1).isEnded).toBe(true);
  expect(heard).toEqual([]);
});
