import type { Doubt, FieldsRead, NumberField } from './number-fields';

/** What the main key does with what is typed so far. */
export type NextAct<Name extends string> =
  /** One of many alike is still empty: on to it, and nothing is wrong. */
  | { readonly kind: 'go_to'; readonly name: Name }
  | { readonly kind: 'complain'; readonly name: Name }
  | { readonly kind: 'ask'; readonly doubt: Doubt }
  /** Nobody measured it: it is asked for once before it is assumed. */
  | { readonly kind: 'offer'; readonly name: Name }
  | { readonly kind: 'capture' };

/** Where the typing stands beside its texts. */
export interface Typing<Name extends string> {
  /** All fields are alike and come one after the other. */
  readonly manyAlike: boolean;
  /** The main key was pressed before with all of them in. */
  readonly tried: boolean;
  /** The assumption that was told already. */
  readonly offered: Name | null;
  /** The doubt that the technician has just stood by. */
  readonly stoodBy: Doubt | null;
}

/** The next act, in this order: what is still to come, what is wrong, what is unusual, what would be assumed; else the capture. */
export function nextAct<Name extends string>(
  fields: readonly NumberField<Name>[],
  texts: Readonly<Record<Name, string>>,
  { complaints, doubt }: FieldsRead<Name>,
  { manyAlike, tried, offered, stoodBy }: Typing<Name>,
): NextAct<Name> {
  const empty = fields.find(
    ({ name, emptyMeans, assumes }) =>
      texts[name] === '' && emptyMeans === undefined && assumes === undefined,
  );
  if (manyAlike && empty && !tried) return { kind: 'go_to', name: empty.name };
  const wrong = fields.find(({ name }) => complaints[name] !== undefined);
  if (wrong) return { kind: 'complain', name: wrong.name };
  if (doubt && doubt.text !== stoodBy?.text) return { kind: 'ask', doubt };
  const unmeasured = fields.find(
    ({ name, assumes }) => assumes !== undefined && texts[name] === '' && name !== offered,
  );
  return unmeasured ? { kind: 'offer', name: unmeasured.name } : { kind: 'capture' };
}
