import { openServer, type TestServer } from './testing';

describe('the guide', () => {
  let server: TestServer;
  beforeAll(async () => (server = await openServer()));
  afterAll(() => server.close());

  const page = async (path: string): Promise<{ status: number; html: string }> => {
    const { status, body } = await server.client().ask('GET', path);
    return { status, html: String(body['text']) };
  };

  it('is served as it is written, and every link in it leads somewhere', async () => {
    const [seen, waiting] = [new Set<string>(), ['/guide/']];
    for (let path = waiting.pop(); path; path = waiting.pop()) {
      seen.add(path);
      const { status, html } = await page(path);
      expect(status).withContext(path).toBe(200);
      expect(html)
        .withContext(path)
        .toMatch(/<h1>[^<]+<\/h1>/);
      for (const [, link] of html.matchAll(/href="([^"]+)"/g)) {
        const to = new URL(link!, `${server.base}/guide/`);
        // Pages of the studio and its files need the built application, which is not looked at here.
        if (to.pathname.startsWith('/guide/') && to.pathname !== '/guide/') {
          if (!seen.has(to.pathname) && !waiting.includes(to.pathname)) waiting.push(to.pathname);
        } else
          expect(['/', '/guide/', '/desk', '/icon.svg'].includes(to.pathname) || to.pathname.startsWith('/styles-'))
            .withContext(`${path}: ${link!}`)
            .toBeTrue();
      }
    }
    for (const name of ['people', 'keeping', 'public-address']) expect(seen).toContain(`/guide/${name}.md`);
    expect((await page('/guide/public-address')).html).toContain('proxy_buffering off');
  });

  it('says where nothing is, and leads nowhere else', async () => {
    for (const path of ['/guide/nothing', '/guide/..%2f..%2fREADME', '/guide/..%2f..%2fpackage.json'])
      expect((await server.client().ask('GET', path)).status)
        .withContext(path)
        .toBe(404);
  });
});
