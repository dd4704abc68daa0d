import { readSettings } from './settings';

const messages = (environment: Record<string, string>) => {
  const read = readSettings(environment);
  return read.ok ? [] : read.problems.map(({ message }) => message);
};
const settings = (environment: Record<string, string>) => {
  const read = readSettings({ INTEGRA_ZONE: 'UTC', ...environment });
  if (!read.ok) throw new Error(read.problems[0]?.message);
  return read.value;
};

describe('the settings of a server', () => {
  it('are all there where nothing is said: plain, by itself, one place for copies', () => {
    expect(settings({})).toMatchObject({
      tls: null,
      isHttps: false,
      behindProxy: false,
      copies: null,
      copiesToo: null,
      demo: false,
    });
  });

  it('are over https by a key and its certificate, or by an address that says so', () => {
    const both = { INTEGRA_TLS_KEY: 'a.key', INTEGRA_TLS_CERTIFICATE: 'a.pem' };
    expect(settings(both)).toMatchObject({ tls: { key: 'a.key', certificate: 'a.pem' }, isHttps: true });
    expect(settings({ INTEGRA_ADDRESS: 'https://integra.shop.example/', INTEGRA_PROXY: '1' })).toMatchObject({
      tls: null,
      isHttps: true,
      behindProxy: true,
      address: 'https://integra.shop.example',
    });
    expect(settings({ INTEGRA_ADDRESS: 'http://bench.local:3000' }).isHttps).toBe(false);
  });

  it('name the variable that lacks the other half or is none', () => {
    expect(messages({ INTEGRA_TLS_KEY: 'a.key' })[0]).toMatch(/^INTEGRA_TLS_CERTIFICATE: found nothing/);
    expect(messages({ INTEGRA_TLS_CERTIFICATE: 'a.pem' })[0]).toMatch(/^INTEGRA_TLS_KEY: found nothing/);
    expect(messages({ INTEGRA_PROXY: 'yes' })[0]).toContain('INTEGRA_PROXY');
    expect(messages({ INTEGRA_ZONE: 'Harbour/Nowhere' })[0]).toContain('INTEGRA_ZONE');
  });
});
