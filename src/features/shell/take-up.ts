/** What hands did to the page before it listened, as its first script wrote it down. */
interface Early {
  readonly typed: Map<EventTarget, { readonly text: string; readonly isTicked: boolean | undefined }>;
  readonly pressed: EventTarget | null;
}

declare global {
  interface Window {
    readonly beforeItListens?: Early;
  }
}

/** Types what was typed once more, now that somebody listens, and sends the form that was sent. */
export function takeUpWhatWasDone(): void {
  const { typed, pressed } = window.beforeItListens ?? { typed: new Map(), pressed: null };
  for (const [field, { text, isTicked }] of typed) {
    if (field instanceof HTMLInputElement && field.type === 'file') chooseAgain(field);
    else if (field instanceof HTMLInputElement && isTickable(field)) tickAgain(field, isTicked === true);
    else if (field instanceof HTMLElement && 'value' in field) typeAgain(field, text);
  }
  typed.clear();
  // Once what was typed has been taken in.
  if (pressed instanceof HTMLFormElement)
    setTimeout(() => {
      if (pressed.isConnected) pressed.requestSubmit();
    });
}

const isTickable = ({ type }: HTMLInputElement) => type === 'checkbox' || type === 'radio';

/** The file is still there, and cannot be put there by anybody but hands. */
function chooseAgain(field: HTMLInputElement): void {
  if (field.files?.length) field.dispatchEvent(new Event('change', { bubbles: true }));
}

function tickAgain(field: HTMLInputElement, isTicked: boolean): void {
  field.checked = !isTicked;
  field.click();
}

/**
 * Whoever listens compares with what it believes to stand there, and hears nothing where both are equal: so it is told
 * that nothing stands there, by the setter that it watches, and the text is set by that of the browser.
 */
function typeAgain(field: HTMLElement & { value?: unknown }, text: string): void {
  field.value = '';
  Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value')?.set?.call(field, text);
  field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? 'change' : 'input', { bubbles: true }));
}
