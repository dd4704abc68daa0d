import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { FoundBattery, RunRecord } from '@/core/exchange/views';
import { batteryRecord } from '@/ui/battery.test-support';
import { SiteProvider } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import { ScanField } from './scan-field';

const mockPush = vi.fn();
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: mockPush }) }));

const battery = batteryRecord();
const openRun: RunRecord = {
  id: 'run-7',
  batteryId: 'b',
  startedAtMs: 0,
  startedById: 't',
  finishedAtMs: null,
  finishedById: null,
  rulesId: 'integra-standard',
  rulesVersion: 1,
  assessmentId: null,
};

function scanning(found: FoundBattery, technicianId: string | null = 'tech') {
  const asked: string[] = [];
  mockPush.mockClear();
  Object.assign(globalThis, {
    fetch: async (path: string, options?: { method?: string }) => {
      asked.push(`${options?.method ?? 'GET'} ${path}`);
      const value = path.startsWith('/api/runs') ? { id: 'run-9' } : found;
      return { json: async () => ({ ok: true, value }) };
    },
  });
  render(
    <SiteProvider settings={siteSettings({ technicianId })}>
      <ScanField focusScan />
    </SiteProvider>,
  );
  return asked;
}

const scan = (tag: string) => userEvent.type(screen.getByLabelText('Battery tag'), `${tag}{Enter}`);

describe('the scan field', () => {
  it('has the focus from the start, and takes what is typed while a key of the screen has it', async () => {
    scanning({ exact: null, similar: [] });
    const field = screen.getByLabelText('Battery tag');
    expect(document.activeElement).toBe(field);
    screen.getByRole('button', { name: 'Scan with the camera' }).focus();
    await userEvent.keyboard('FH-7');
    expect((field as HTMLInputElement).value).toBe('FH-7');
    // One scan after the other: the second takes the place of the first.
    await userEvent.keyboard('{Enter}');
    await screen.findByText(/FH-7/, { selector: 'strong' });
    await userEvent.keyboard('FH-8');
    expect((field as HTMLInputElement).value).toBe('FH-8');
  });

  it('shows what was asked last, whichever answer comes first, and takes nothing from what is being typed', async () => {
    const answers = new Map<string, () => void>();
    scanning({ exact: null, similar: [] });
    Object.assign(globalThis, {
      fetch: (path: string) =>
        new Promise((answer) => {
          const value = { exact: null, similar: [] };
          answers.set(path.split('=')[1] ?? '', () => answer({ json: async () => ({ ok: true, value }) }));
        }),
    });
    const settled = (tag: string) => act(async () => answers.get(tag)?.());
    const field = screen.getByLabelText<HTMLInputElement>('Battery tag');
    // Two scans on a slow link, and the beginning of a third.
    await userEvent.keyboard('FH-7{Enter}');
    await userEvent.keyboard('FH-8{Enter}');
    expect([...answers.keys()]).toEqual(['FH-7', 'FH-8']);
    await settled('FH-8');
    await settled('FH-7');
    screen.getByText('FH-8', { selector: 'strong' });
    expect(screen.queryByText('FH-7', { selector: 'strong' })).toBeNull();

    await userEvent.keyboard('FH-9{Enter}');
    await userEvent.keyboard('FH-1');
    await settled('FH-9');
    await userEvent.keyboard('0');
    expect(field.value).toBe('FH-10');
    expect(document.activeElement).toBe(field);
  });
});

/** Waits until what was found takes keys. */
const opened = () => waitFor(() => expect(document.querySelector('[data-opening]')).toBeNull());

describe('a scanned tag', () => {
  it('opens the Bench where the battery is being worked on', async () => {
    const asked = scanning({ exact: { battery, newest: { run: openRun, assessment: null } }, similar: [] });
    await scan('FH 0101/a');
    await waitFor(() => expect(mockPush).toHaveBeenCalledWith('/bench/run-7'));
    expect(asked).toEqual(['GET /api/batteries/find?tag=FH%200101%2Fa']);
  });

  it('of a battery at rest is one Enter away from a run', async () => {
    const asked = scanning({ exact: { battery, newest: null }, similar: [] });
    await scan('FH-0101');
    await waitFor(() => expect(document.activeElement?.textContent).toContain('Start a run'));
    await opened();
    await userEvent.keyboard('{Enter}');
    await waitFor(() => expect(mockPush).toHaveBeenCalledWith('/bench/run-9'));
    expect(asked.at(-1)).toBe('POST /api/runs');
  });

  it('of a battery that cannot be graded offers its story only', async () => {
    scanning({ exact: { battery: { ...battery, type: 'nickel' }, newest: null }, similar: [] });
    await scan('FH-0101');
    await screen.findByText(/Nickel/);
    expect(screen.queryByRole('button', { name: /Start a run/ })).toBeNull();
    screen.getByRole('link', { name: 'Its story' });
  });

  it('that nobody knows can be registered with Enter, and shows what it may have meant', async () => {
    scanning({ exact: null, similar: [battery] });
    await scan('0101');
    await waitFor(() => expect(document.activeElement?.textContent).toContain('Register it'));
    screen.getByText('Crew van 1');
    await opened();
    await userEvent.keyboard('{Enter}');
    expect(mockPush).toHaveBeenCalledWith('/batteries/new?tag=0101');
  });

  it('starts no run before somebody is at the bench', async () => {
    const asked = scanning({ exact: { battery, newest: null }, similar: [] }, null);
    await scan('FH-0101');
    await userEvent.click(await screen.findByRole('button', { name: /Start a run/ }));
    expect(asked.filter((call) => call.startsWith('POST'))).toEqual([]);
  });

  it('that is empty asks nothing', async () => {
    const asked = scanning({ exact: null, similar: [] });
    await scan('   ');
    expect(asked).toEqual([]);
  });
});
