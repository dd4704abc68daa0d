import type { Role } from '@/core/people/roles';

/** What the sample shop's people are and sign in by: hashes, so that a sample is made in no time. */
export const DEMO_PEOPLE: Readonly<
  Record<
    string,
    { readonly role: Role; readonly pinHash: string | null; readonly passwordHash: string | null }
  >
> = {
  'Maro Tindell': {
    role: 'technician',
    passwordHash: null,
    pinHash:
      '$argon2id$v=19$m=19456,t=2,p=1$HOX08OLmvaLqoy3xhSVZww$prUNTOtrev3RoxcTFtMx5bJeOPf5GZmBrM1Y+nvaXG8',
  },
  'Ysolde Brackwater': {
    role: 'lead',
    pinHash: null,
    passwordHash:
      '$argon2id$v=19$m=19456,t=2,p=1$epDn/EAH/FvOdzwBq4oczA$TT2t555F3wN22rjsOTjh6XKqlJcs21k0Khc5KkVgWus',
  },
  'Pell Havering': {
    role: 'technician',
    passwordHash: null,
    pinHash:
      '$argon2id$v=19$m=19456,t=2,p=1$p4Qj0YB4DJ/qViykibJvyQ$PPs8kZ08iJmoiLSOkvR0ozaWCDY9nTmyYbTqtdp6pyI',
  },
};

/** The same told to whoever looks at the sample from another machine. */
export const SAMPLE_SECRETS = [
  'Maro Tindell’s PIN is 4071, Pell Havering’s 8302.',
  'Ysolde Brackwater leads it; her password is “ferngate lights at night”.',
] as const;
