import { InstrumentLink } from './instrument-link';

/** The line that says what hangs on simulated instruments. */
export type Attached = () => Promise<string>;

const RETRY_MS = 2000;

/**
 * Opens a link to the bench's instruments through the server. It is looked for again whenever it is lost; what hangs on
 * simulated instruments is told to them once they answer.
 */
export function openServerLink(
  place: string,
  attached: Attached,
): { readonly link: InstrumentLink; readonly close: () => void } {
  const address = `/api/instruments?place=${encodeURIComponent(place)}`;
  const link = new InstrumentLink((line) => {
    const headers = { 'content-type': 'application/x-integra-lines' };
    void fetch(address, { method: 'POST', headers, body: line }).catch(() => undefined);
  });
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let told = false;
  const hang = () => {
    // One that has been here before still holds its battery, and what was done to it.
    if (told || !link.clampsAreEmpty) return;
    told = true;
    attached().then(link.send, () => {
      told = false;
    });
  };
  const open = () => {
    source = new EventSource(address);
    source.onmessage = ({ data }) => {
      link.take(String(data));
      hang();
    };
    source.onerror = () => {
      source?.close();
      told = false;
      link.setState('lost');
      timer = setTimeout(open, RETRY_MS);
    };
  };
  open();
  return {
    link,
    close: () => {
      clearTimeout(timer);
      source?.close();
    },
  };
}
