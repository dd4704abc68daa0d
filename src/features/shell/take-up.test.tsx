import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { type FormEvent, useState } from 'react';
import { renderToString } from 'react-dom/server';
import { WRITE_DOWN } from './before-it-listens';
import { Listens } from './listens';

interface Written {
  readonly place: string;
  readonly isSealed: boolean;
  readonly type: string;
  readonly size: string;
}

/** A form such as ours: what it sends is what React believes to stand in it, not what the browser shows. */
function Label({ onSent }: { readonly onSent: (written: Written) => void }) {
  const [written, setWritten] = useState<Written>({
    place: '',
    isSealed: false,
    type: 'flooded',
    size: '12',
  });
  const change = (part: Partial<Written>) => setWritten((before) => ({ ...before, ...part }));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSent(written);
  };
  return (
    <form onSubmit={submit}>
      <Listens />
      <input
        aria-label="Place"
        value={written.place}
        onChange={({ target }) => change({ place: target.value })}
      />
      <input
        aria-label="Sealed"
        type="checkbox"
        checked={written.isSealed}
        onChange={({ target }) => change({ isSealed: target.checked })}
      />
      {['flooded', 'gel'].map((type) => (
        <input
          key={type}
          aria-label={type}
          type="radio"
          name="type"
          checked={written.type === type}
          onChange={() => change({ type })}
        />
      ))}
      <select
        aria-label="Size"
        value={written.size}
        onChange={({ target }) => change({ size: target.value })}
      >
        <option>12</option>
        <option>6</option>
      </select>
      <button type="submit">Keep</button>
    </form>
  );
}

/** The page as the server drew it, with its first script and nothing that listens; `hands` work on it, then it listens. */
function whatIsSentAfter(hands: () => void): { readonly sent: Written[]; readonly wentOff: boolean } {
  document.documentElement.removeAttribute('data-listens');
  new Function(WRITE_DOWN)();
  const sent: Written[] = [];
  const page = <Label onSent={(written) => sent.push(written)} />;
  const container = document.createElement('div');
  container.innerHTML = renderToString(page);
  document.body.replaceChildren(container);
  let wentOff = false;
  // What nobody has stopped by here, the browser does by itself.
  const browser = (event: Event) => {
    wentOff ||= !event.defaultPrevented;
    event.preventDefault();
  };
  addEventListener('submit', browser);
  hands();
  render(page, { container, hydrate: true });
  removeEventListener('submit', browser);
  return { sent, wentOff };
}

const press = () => fireEvent.submit(screen.getByRole('button', { name: 'Keep' }).closest('form') as Element);

describe('what hands do to a page before it listens', () => {
  it('a file that was chosen is taken, and what was typed beside it too', () => {
    document.documentElement.removeAttribute('data-listens');
    new Function(WRITE_DOWN)();
    const taken: string[] = [];
    const page = (
      <>
        <Listens />
        <input
          type="file"
          aria-label="A recorder’s file"
          onChange={({ target }) => taken.push(target.files?.[0]?.name ?? 'none')}
        />
        <input aria-label="Place" onChange={({ target }) => taken.push(target.value)} />
      </>
    );
    const container = document.createElement('div');
    container.innerHTML = renderToString(page);
    document.body.replaceChildren(container);
    const files = [new File(['0;12.6'], 'morning.csv')];
    fireEvent.input(screen.getByLabelText('A recorder’s file'), { target: { files } });
    fireEvent.input(screen.getByLabelText('Place'), { target: { value: 'Quay 4' } });
    render(page, { container, hydrate: true });
    expect(taken).toEqual(['morning.csv', 'Quay 4']);
    expect('listens' in document.documentElement.dataset).toBe(true);
  });

  it('is typed, ticked and chosen once more, and then sent once', async () => {
    const { sent, wentOff } = whatIsSentAfter(() => {
      fireEvent.input(screen.getByLabelText('Place'), { target: { value: 'Quay 4' } });
      fireEvent.click(screen.getByLabelText('Sealed'));
      fireEvent.click(screen.getByLabelText('gel'));
      fireEvent.input(screen.getByLabelText('Size'), { target: { value: '6' } });
      press();
    });
    await waitFor(() => expect(sent).toEqual([{ place: 'Quay 4', isSealed: true, type: 'gel', size: '6' }]));
    expect(wentOff).toBe(false);
  });

  it('stands as it was left: what was ticked and unticked is not ticked, and nothing is sent unasked', async () => {
    const { sent } = whatIsSentAfter(() => {
      fireEvent.click(screen.getByLabelText('Sealed'));
      fireEvent.click(screen.getByLabelText('Sealed'));
      fireEvent.click(screen.getByLabelText('gel'));
      fireEvent.click(screen.getByLabelText('flooded'));
    });
    expect(sent).toEqual([]);
    expect((screen.getByLabelText('Sealed') as HTMLInputElement).checked).toBe(false);
    press();
    await waitFor(() => expect(sent).toEqual([{ place: '', isSealed: false, type: 'flooded', size: '12' }]));
  });
});
