import { uuidv7 } from 'uuidv7';
import { granted } from '../answers.test-support';
import type { Context } from '../context';
import { newContext } from '../context.test-support';
import { admit, type Comer } from './admission';
import { addPersonAsked } from './people';
import { firstLeadAsked, type Signed } from './sign-in';

export const PASSWORD = 'three grey gulls';

/** A browser: what it holds in cookies, and the context that it is let in with. */
export class Browser {
  readonly cookies = new Map<string, string>();

  constructor(
    private readonly site: Context,
    private readonly clock: { nowMs: number },
    private readonly address = '10.0.0.7',
  ) {}

  /** How it is let in now. */
  comes({ byHand = true, demo = false } = {}) {
    const comer: Comer = { cookies: this.cookies, isHere: this.address === '127.0.0.1', byHand };
    return admit(this.site.store, comer, { nowMs: this.clock.nowMs, idleMinutes: 30, demo });
  }

  async context(): Promise<Context> {
    const admission = await this.comes();
    const nobody = { actor: null, role: 'viewer', sessionId: null, isOpen: false } as const;
    const who = admission.kind === 'in' ? admission.who : { ...nobody, deviceId: admission.deviceId };
    return { ...this.site, ...who, device: this.address, now: () => this.clock.nowMs };
  }

  async asks<T>(work: (context: Context, input: unknown) => Promise<T>, input: unknown = null): Promise<T> {
    return work(await this.context(), input);
  }

  /** Asks for what sets cookies, and keeps them. */
  async signs<T>(work: (context: Context, input: unknown) => Promise<Signed<T>>, input: unknown = null) {
    const answer = await this.asks(work, input);
    if (answer.ok)
      for (const { name, value } of answer.value.cookies) {
        if (value === '') this.cookies.delete(name);
        else this.cookies.set(name, value);
      }
    return answer;
  }
}

export const BEGUN_MS = Date.UTC(2026, 0, 12, 8);

/** A site that a lead has closed, on a device of its own, with a technician who has a PIN. */
export async function closedSite() {
  const clock = { nowMs: BEGUN_MS };
  const site = { ...(await newContext()), now: () => clock.nowMs };
  const bench = new Browser(site, clock);
  const first = { id: uuidv7(), name: 'Ysolde Brackwater', password: PASSWORD, deviceName: 'Bench' };
  const { personId: leadId } = granted(await bench.signs(firstLeadAsked, first)).told;
  const person = { id: uuidv7(), name: 'Pell Havering', role: 'technician', newPin: '4071' };
  granted(await bench.asks(addPersonAsked, person));
  const another = (address?: string) => new Browser(site, clock, address);
  return { clock, site, bench, leadId, technicianId: person.id, another };
}
