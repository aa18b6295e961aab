import { readConfig, SettingsError } from './config';

const base = { DATABASE_URL: 'postgres://x', LIMBER_SESSION_SECRET: 'long enough for this' };
const read = (env: Record<string, string>) => readConfig({ ...base, ...env });

describe('the settings', () => {
  it('let this machine alone in without TLS, by whatever name it is called', () => {
    for (const host of ['127.0.0.1', '127.0.0.53', 'localhost', '::1', '0:0:0:0:0:0:0:1'])
      expect(read({ LIMBER_HOST: host }).loopback)
        .withContext(host)
        .toBeTrue();
    expect(read({ LIMBER_HOST: '::1', LIMBER_PORT: '4400' }).publicUrl).toBe('http://[::1]:4400');
    expect(read({}).secure).toBeFalse();
  });

  it('refuse to listen to other machines without TLS in front, and say what to set', () => {
    for (const host of ['0.0.0.0', '::', '192.168.1.4', '127.example.com', 'studio.example', '10.127.0.0.1'])
      for (const url of [{} as Record<string, string>, { LIMBER_PUBLIC_URL: 'http://studio.example' }])
        expect(() => read({ LIMBER_HOST: host, ...url }))
          .withContext(host)
          .toThrowMatching(
            (error: Error) =>
              error instanceof SettingsError &&
              error.message.includes('LIMBER_PUBLIC_URL') &&
              error.message.includes('LIMBER_TRUST_PROXY'),
          );
    const open = read({
      LIMBER_HOST: '0.0.0.0',
      LIMBER_PUBLIC_URL: 'https://studio.example/',
      LIMBER_TRUST_PROXY: '10.0.0.2',
    });
    expect([open.secure, open.publicUrl, open.trustProxy]).toEqual([true, 'https://studio.example', '10.0.0.2']);
  });

  it('say what is wrong with an address or a port', () => {
    expect(() => read({ LIMBER_PUBLIC_URL: 'studio' })).toThrowError(SettingsError, /https:\/\/studio\.example/);
    expect(() => read({ LIMBER_PORT: '70000' })).toThrowError(SettingsError);
    expect(read({ LIMBER_PORT: '65535' }).port).toBe(65_535);
  });
});
