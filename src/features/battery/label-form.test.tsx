import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { BatteryRecord } from '@/core/exchange/views';
import { chooseIn } from '@/ui/select.test-support';
import { SiteProvider } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import { LabelForm } from './label-form';

const mockPush = vi.fn();
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: mockPush, back: vi.fn() }) }));

const settings = siteSettings({ technicianId: 'tech' });

const battery: BatteryRecord = {
  id: 'b',
  tag: 'FH-0120',
  type: 'calcium',
  nominalVolts: 12,
  ratings: [{ standard: 'CA', amps: 750 }],
  c20Ah: 66,
  rcMinutes: null,
  model: 'Ostrane Wake 66',
  place: 'Workboat Tern',
  dateCode: '04/24',
  fittedOn: '2024-04-30',
  warrantyTo: '2027-04-29',
  group: 'H6',
  baselineSiemens: 182,
  slot: { type: 'calcium' as const, rating: { standard: 'CA' as const, amps: 700 } },
};

let answer: unknown;
let sent: {
  method: string;
  path: string;
  body: { id: string; technicianId: string; label: Record<string, unknown> };
}[];

beforeEach(() => {
  answer = { ok: true, value: { id: 'b' } };
  sent = [];
  mockPush.mockClear();
  Object.assign(globalThis, {
    fetch: async (path: string, { method, body }: { method: string; body: string }) => {
      sent.push({ method, path, body: JSON.parse(body) });
      return { json: async () => answer };
    },
  });
});

function shown(props: React.ComponentProps<typeof LabelForm>) {
  render(
    <SiteProvider settings={settings}>
      <LabelForm {...props} />
    </SiteProvider>,
  );
}

const type = (label: string, text: string) => userEvent.type(screen.getByLabelText(label), text);
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));

describe('registering a battery', () => {
  it('sends what the label says, with empty fields as not known', async () => {
    shown({ tag: 'FH-0200' });
    await userEvent.click(screen.getByLabelText('AGM'));
    await chooseIn('Standard of rating 1', 'EN');
    await type('Rating 1, A', '760');
    await type('Capacity C20, Ah', '70,5');
    await press(/^Register/);
    await waitFor(() => expect(mockPush).toHaveBeenCalledTimes(1));
    expect(sent[0]).toMatchObject({ method: 'POST', path: '/api/batteries', body: { technicianId: 'tech' } });
    expect(sent[0]?.body.label).toEqual({
      tag: 'FH-0200',
      type: 'agm',
      nominalVolts: 12,
      ratings: [{ standard: 'EN', amps: 760 }],
      c20Ah: 70.5,
      rcMinutes: null,
      model: '',
      place: '',
      dateCode: '',
      fittedOn: null,
      warrantyTo: null,
      group: '',
      baselineSiemens: null,
      slot: null,
      duty: null,
    });
  });

  it('takes every rating on the label, each under a standard of its own', async () => {
    shown({ tag: 'FH-0200' });
    await userEvent.click(screen.getByLabelText('Flooded'));
    await type('Rating 1, A', '900');
    await press('Another rating');
    await chooseIn('Standard of rating 2', 'EN');
    await type('Rating 2, A', '855');
    await press(/^Register/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body.label.ratings).toEqual([
      { standard: 'SAE', amps: 900 },
      { standard: 'EN', amps: 855 },
    ]);
  });

  it('stops at what cannot be, at its field, and sends nothing', async () => {
    shown({});
    await type('Rating 1, A', '0');
    await type('Capacity C20, Ah', 'sixty');
    await press(/^Register/);
    await screen.findByText('Found 0, expected 20 to 4000 A');
    screen.getByText('Found sixty, expected 1 to 4000 Ah');
    screen.getByText('Found nothing, expected a tag');
    screen.getByText(/expected how it is made/);
    expect(sent).toEqual([]);
  });

  it('takes a day in any way that can mean one day only, and asks again where it could mean two', async () => {
    shown({ tag: 'FH-0200' });
    await userEvent.click(screen.getByLabelText('Flooded'));
    await type('Fitted on', '3/4/2025');
    await press(/^Register/);
    await screen.findByText('Found 3/4/2025, expected a day: 31 Jan 2026');
    await userEvent.clear(screen.getByLabelText('Fitted on'));
    await type('Fitted on', '25.4.2025');
    await press(/^Register/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body.label.fittedOn).toBe('2025-04-25');
    expect(screen.getByLabelText<HTMLInputElement>('Fitted on').value).toBe('25 Apr 2025');
  });

  it('asks about an unusual rating without standing in the way', async () => {
    shown({ tag: 'FH-0200' });
    await userEvent.click(screen.getByLabelText('Flooded'));
    await type('Rating 1, A', '30');
    screen.getByText('30 A is unusual. Was 300 A meant?');
    await press(/^Register/);
    await waitFor(() => expect(sent).toHaveLength(1));
  });

  it('puts the server’s complaint at the field that it is about, and keeps what was typed', async () => {
    answer = {
      ok: false,
      failure: 'conflict',
      problems: [
        {
          field: 'label/tag',
          found: '',
          expected: '',
          message: 'Tag FH-0200 belongs to another battery already.',
        },
      ],
    };
    shown({ tag: 'FH-0200' });
    await userEvent.click(screen.getByLabelText('Flooded'));
    await type('Vehicle or shelf', 'Used rack');
    await press(/^Register/);
    await screen.findByText('Tag FH-0200 belongs to another battery already.');
    expect(screen.getByLabelText('Tag').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByLabelText<HTMLInputElement>('Vehicle or shelf').value).toBe('Used rack');
    expect(mockPush).not.toHaveBeenCalled();
  });
});

describe('correcting a label', () => {
  it('begins with what is registered and sends it under the same id', async () => {
    shown({ battery });
    const rating = screen.getByLabelText<HTMLInputElement>('Rating 1, A');
    expect(rating.value).toBe('750');
    await userEvent.clear(rating);
    await userEvent.type(rating, '775');
    await press(/^Save the label/);
    await waitFor(() => expect(mockPush).toHaveBeenCalledWith('/batteries/b'));
    expect(sent[0]).toMatchObject({ method: 'PUT', path: '/api/batteries/b', body: { id: 'b' } });
    const { id: _id, ...label } = battery;
    expect(sent[0]?.body.label).toEqual({ ...label, duty: null, ratings: [{ standard: 'CA', amps: 775 }] });
  });
});
