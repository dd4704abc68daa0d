import { render, screen } from '@testing-library/react';
import { later } from './later';

function Working() {
  return <p>12.40 V brought to 25 °C</p>;
}

describe('a part that is fetched when it is called for', () => {
  it('stands in its place once it has come', async () => {
    const Part = await later(() => Promise.resolve(Working))();
    render(<Part />);
    expect(screen.getByText('12.40 V brought to 25 °C')).toBeTruthy();
  });

  it('says that it did not come, and leaves what is around it as it was', async () => {
    const Part = await later<object>(() => Promise.reject(new Error('no link')))();
    render(
      <main>
        <input aria-label="Volts" defaultValue="12.4" />
        <Part />
      </main>,
    );
    expect(screen.getByRole('status').textContent).toContain('What was captured is kept');
    expect(screen.getByRole('button', { name: /Load the page again/ })).toBeTruthy();
    expect(screen.getByRole('textbox', { name: 'Volts' })).toHaveProperty('value', '12.4');
  });
});
