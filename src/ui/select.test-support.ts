import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';

// What the browser of the tests leaves out, and an open list asks for.
Object.assign(Element.prototype, {
  hasPointerCapture: () => false,
  releasePointerCapture: () => undefined,
  scrollIntoView: () => undefined,
});

/** Chooses from one of our lists by what the entry says. */
export async function chooseIn(list: string, option: string): Promise<void> {
  await userEvent.click(screen.getByRole('combobox', { name: list }));
  await userEvent.click(await screen.findByRole('option', { name: option }));
}
