import type { JobAsked, JobNews } from './job.messages';

/** Has this worker do what its page asks of it, and say so where it falls over: a page never waits for one that did. */
export function doJobs<Request, News>(
  work: (request: Request, tell: (news: News) => void) => void | Promise<void>,
): void {
  const say = (said: JobNews<News>) => self.postMessage(said);
  self.addEventListener('message', async ({ data: { job, request } }: MessageEvent<JobAsked<Request>>) => {
    try {
      await work(request, (news) => say({ is: 'news', job, news }));
      say({ is: 'over', job });
    } catch (error) {
      // For whoever looks into it; the page tells the one who waits.
      console.error(error);
      say({ is: 'broke', job });
    }
  });
  say({ is: 'up' });
}
