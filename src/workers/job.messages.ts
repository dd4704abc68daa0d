/** What a page says to a worker: one job at a time. */
export interface JobAsked<Request> {
  readonly job: number;
  readonly request: Request;
}

/**
 * What a worker says to its page. `up`: its script runs and it hears what is asked; nothing ends it before that.
 * `over`: the job is done, `broke`: it fell over; either way nothing more comes of it.
 */
export type JobNews<News> =
  | { readonly is: 'up' }
  | { readonly is: 'news'; readonly job: number; readonly news: News }
  | { readonly is: 'over' | 'broke'; readonly job: number };
