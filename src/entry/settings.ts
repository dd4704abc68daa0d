import 'server-only';
import { readSettings, SETTING_NAMES, type Settings } from '@/server/settings';

let known: { readonly said: string; readonly settings: Settings } | undefined;

/** The settings of this process. Throws, naming each variable, where the start has not looked at them before. */
export function settings(): Settings {
  const said = SETTING_NAMES.map((name) => process.env[name] ?? '').join('\n');
  if (known?.said === said) return known.settings;
  const read = readSettings(process.env);
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join('; '));
  known = { said, settings: read.value };
  return read.value;
}
