/** What somebody is to the shop. An instrument is nobody: it speaks with a key of its own. */
export const ROLES = ['technician', 'lead', 'viewer'] as const;

export type Role = (typeof ROLES)[number];

/** A role as it is shown, and what it is for. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly label: string; readonly does: string }>> = {
  technician: { label: 'Technician', does: 'tests, grades, registers and charges' },
  lead: { label: 'Lead', does: 'also decides on rules, people, devices and keeping' },
  viewer: { label: 'Viewer', does: 'looks, and changes nothing' },
};
