import 'server-only';

/** A link that says nothing is cut by what lies between, and one that was cut is noticed by it, ms. */
const HEARTBEAT_MS = 10_000;
const encoder = new TextEncoder();

/** A link that lines are sent over, as events. */
export interface LineLink {
  readonly send: (line: string) => void;
  readonly close: () => void;
}

/**
 * Answers with a stream of lines for as long as somebody listens.
 * @param begin is handed the link once it stands; answers with what is to be done once it is gone, by whichever side
 */
export function eventLines(signal: AbortSignal, begin: (link: LineLink) => () => void): Response {
  let gone = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let isOver = false;
      let left = () => {};
      gone = () => {
        if (isOver) return;
        isOver = true;
        clearInterval(timer);
        left();
      };
      const enqueue = (text: string) => {
        if (isOver) return;
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          gone();
        }
      };
      const timer = setInterval(() => enqueue(': still here\n\n'), HEARTBEAT_MS);
      timer.unref();
      const close = () => {
        gone();
        try {
          controller.close();
        } catch {
          // It has gone by itself.
        }
      };
      enqueue(': attached\n\n');
      left = begin({ send: (line) => enqueue(`data: ${line}\n\n`), close });
      if (signal.aborted) gone();
      else signal.addEventListener('abort', () => gone());
    },
    cancel: () => gone(),
  });
  const headers = { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' };
  return new Response(stream, { headers });
}
