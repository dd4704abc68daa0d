import 'server-only';
import { floorChange } from '@/core/exchange/floor-change';
import type { FloorView } from '@/core/exchange/views';
import { onChange } from './changes';
import type { Context } from './context';
import { floorIsBusy, floorView } from './floor';

/** Changes that come together are told together, ms: a screen that lags by less is not behind. */
const TOLD_TOGETHER_MS = 800;
/** A link that says nothing is cut by what lies between; so it says something now and then, ms. */
const HEARTBEAT_MS = 25_000;

type Listening = ReadableStreamDefaultController<Uint8Array>;

const encoder = new TextEncoder();
const event = (name: string, value: unknown) =>
  encoder.encode(`event: ${name}\ndata: ${JSON.stringify(value)}\n\n`);

/** Tells every screen that shows the Floor what has changed: worked out and written down once, however many listen. */
class FloorTeller {
  /** Who listens, and whether they still may. */
  private readonly listening = new Map<Listening, () => Promise<boolean>>();
  private told: FloorView | null = null;
  private timer: NodeJS.Timeout | undefined;

  /** @param open the context of today’s store: it may be another one after a copy was put back */
  constructor(private readonly open: () => Promise<Context>) {
    onChange((change) => {
      if (change === 'people') void this.showOut();
      this.soon();
    });
    setInterval(() => this.send(encoder.encode(': still here\n\n')), HEARTBEAT_MS).unref();
  }

  /** Lets a screen listen. One that shows another state than was told last is given the whole. */
  async join(controller: Listening, seenVersion: number, stillMay: () => Promise<boolean>): Promise<void> {
    controller.enqueue(encoder.encode('retry: 3000\n\n'));
    this.told ??= await floorView(await this.open());
    if (this.told.version !== seenVersion) controller.enqueue(event('floor', this.told));
    this.listening.set(controller, stillMay);
    this.soon();
  }

  leave(controller: Listening): void {
    this.listening.delete(controller);
  }

  /** Whoever was signed out hears no more. */
  private async showOut(): Promise<void> {
    for (const [controller, stillMay] of [...this.listening]) {
      if (await stillMay().catch(() => true)) continue;
      this.listening.delete(controller);
      try {
        controller.close();
      } catch {
        // The browser has gone by itself.
      }
    }
  }

  private soon(): void {
    if (this.listening.size === 0) this.told = null;
    else this.timer ??= setTimeout(() => void this.tell(), TOLD_TOGETHER_MS);
  }

  private async tell(): Promise<void> {
    this.timer = undefined;
    try {
      const now = await floorView(await this.open());
      const before = this.told;
      this.told = now;
      if (before && before.version !== now.version) this.send(event('change', floorChange(before, now)));
      if (floorIsBusy()) this.soon();
    } catch {
      // The store cannot be read just now: whoever opens a page is told why there.
      this.told = null;
    }
  }

  private send(piece: Uint8Array): void {
    for (const controller of this.listening.keys()) {
      try {
        controller.enqueue(piece);
      } catch {
        this.listening.delete(controller);
      }
    }
  }
}

// One for the process, like the Floor itself.
const shared = globalThis as typeof globalThis & { integraFloorTeller?: FloorTeller };

/** The Floor as it changes, for as long as somebody listens. */
export function floorStream(
  open: () => Promise<Context>,
  signal: AbortSignal,
  seenVersion: number,
  stillMay: () => Promise<boolean>,
): ReadableStream<Uint8Array> {
  shared.integraFloorTeller ??= new FloorTeller(open);
  const teller = shared.integraFloorTeller;
  let own: Listening | undefined;
  return new ReadableStream<Uint8Array>({
    async start(controller) {
      own = controller;
      signal.addEventListener('abort', () => {
        teller.leave(controller);
        try {
          controller.close();
        } catch {
          // It was closed from the other side.
        }
      });
      await teller.join(controller, seenVersion, stillMay);
    },
    cancel() {
      if (own) teller.leave(own);
    },
  });
}
