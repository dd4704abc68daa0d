import { respond } from './http';

describe('answers over HTTP', () => {
  it.each([
    ['input', 422],
    ['missing', 404],
    ['conflict', 409],
    ['store', 503],
  ] as const)('carry %s as %i', (failure, status) => {
    expect(respond({ ok: false, problems: [], failure }).status).toBe(status);
  });
});
