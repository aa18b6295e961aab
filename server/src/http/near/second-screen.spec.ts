import type { ScreenHeard } from '@limber/core/api/second-screen';
import type { PromptView } from '@limber/core/prompt/view';
import { SecondScreens } from './second-screens';
import { openServer, type Client, type TestServer } from '../testing';

const VIEW: PromptView = {
  where: '1 · Slipway · your left',
  said: [{ text: 'From the chin to the ear.', is: 'now' }],
  ...{ does: '', over: '', count: null, leftS: null, then: 'then five passes', framing: null },
  ...{ state: 'running', clock: '0:12', ahead: 'on time' },
};

describe('second screens', () => {
  function opened(): {
    screens: SecondScreens;
    id: string;
    code: string;
    heard: ScreenHeard[];
    clock: { at: number };
  } {
    const clock = { at: 0 };
    const screens = new SecondScreens(() => clock.at);
    const { id, code } = screens.begin('marit');
    const heard: ScreenHeard[] = [];
    screens.listen(id, (one) => heard.push(one));
    return { screens, id, code, heard, clock };
  }

  it('let one telephone in by a code, once, however it is typed', () => {
    const { screens, code, heard } = opened();
    const token = screens.join(` ${code.slice(0, 3).toLowerCase()}-${code.slice(3)} `)!;
    expect(screens.lets(token)).toBeTrue();
    expect(screens.join(code)).toBeNull();
    expect(heard).toEqual([{ on: 'joined' }]);
  });

  it('let nobody in by a code of eleven minutes ago, or after fifty wrong ones', () => {
    const late = opened();
    late.clock.at = 660_000;
    expect(late.screens.join(late.code)).toBeNull();
    const guessed = opened();
    for (let at = 0; at < 50; at++) guessed.screens.join('WRONG2');
    expect(guessed.screens.join(guessed.code)).toBeNull();
  });

  it('tell a press once, however often it is sent, and the next one too', () => {
    const { screens, code, heard } = opened();
    const token = screens.join(code)!;
    for (const n of [1, 1, 2]) expect(screens.press(token, { n, press: 'on' })).toBeTrue();
    expect(heard.filter((one) => one.on === 'press').length).toBe(2);
  });

  it('say so where nobody hears a press, and tell it when it is sent again', () => {
    const screens = new SecondScreens();
    const { id, code } = screens.begin('marit');
    const token = screens.join(code)!;
    expect(screens.press(token, { n: 1, press: 'on' })).toBeFalse();
    const heard: ScreenHeard[] = [];
    screens.listen(id, (one) => heard.push(one));
    expect(screens.press(token, { n: 1, press: 'on' })).toBeTrue();
    expect(heard).toEqual([{ on: 'joined' }, { on: 'press', press: 'on' }]);
  });

  it('are closed a minute after their studio has gone, and not while it is there', () => {
    const { screens, id, code, clock } = opened();
    const token = screens.join(code)!;
    const shown: unknown[] = [];
    screens.watch(token, (view) => shown.push(view));
    const stop = screens.listen(id, () => undefined);
    clock.at = 3_600_000;
    screens.sweep();
    expect(screens.open).toBeTrue();
    screens.close('another');
    stop();
    expect(shown).toEqual([null]);
    const alone = new SecondScreens(() => clock.at);
    alone.begin('marit');
    clock.at += 61_000;
    alone.sweep();
    expect(alone.open).toBeFalse();
  });
});

describe('the listener of second screens', () => {
  let server: TestServer;
  let owner: Client;
  beforeAll(async () => {
    // Any port that is free.
    server = await openServer({ nearPort: 0 });
    owner = await server.signedIn('owner');
  });
  afterAll(() => server.close());

  const json = { 'Content-Type': 'application/json' };
  async function begun(by = owner): Promise<{ id: string; code: string; base: string }> {
    const { status, body } = await by.ask('POST', '/api/second-screen', {});
    expect(status).toBe(201);
    const { id, code, addresses } = body as unknown as { id: string; code: string; addresses: string[] };
    return { id, code, base: `http://127.0.0.1:${new URL(addresses[0]!).port}` };
  }

  it('shows and drives one prompter, without a cookie, and is gone with the last screen', async () => {
    const { id, code, base } = await begun();
    const joined = await fetch(`${base}/api/second-screen/join`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ code }),
    });
    expect(joined.headers.get('Set-Cookie')).toBeNull();
    const { token } = (await joined.json()) as { token: string };
    const headers = { ...json, Authorization: `Bearer ${token}` };

    const ending = new AbortController();
    const presses = await owner.fetch('GET', `/api/second-screen/${id}/presses`, undefined, {}, ending.signal);
    const reader = presses.body!.pipeThrough(new TextDecoderStream()).getReader();
    let heard = '';
    while (!heard.includes('joined')) heard += (await reader.read()).value;

    await owner.ask('PUT', `/api/second-screen/${id}/view`, { view: VIEW });
    const watching = await fetch(`${base}/api/second-screen/view`, { headers });
    const screen = watching.body!.pipeThrough(new TextDecoderStream()).getReader();
    let seen = '';
    while (!seen.includes('data:')) seen += (await screen.read()).value;
    expect(seen).toContain('From the chin to the ear.');

    const body = JSON.stringify({ n: 1, press: 'again' });
    expect((await fetch(`${base}/api/second-screen/press`, { method: 'POST', headers, body })).status).toBe(204);
    while (!heard.includes('again')) heard += (await reader.read()).value;
    ending.abort();

    expect((await owner.ask('DELETE', `/api/second-screen/${id}`)).status).toBe(204);
    await expectAsync(eventually(() => fetch(`${base}/second-screen`))).toBeRejected();
  });

  it('gives nothing to whoever has no code, and nothing of the studio to whoever has one', async () => {
    // Whoever guesses here has to wait, and nobody else with it: a studio of its own.
    const guessed = await openServer({ nearPort: 0 });
    const owner = await guessed.signedIn('owner');
    const { id, code, base } = await begun(owner);
    const other = await guessed.signedIn('editor');
    expect((await other.ask('PUT', `/api/second-screen/${id}/view`, { view: null })).status).toBe(404);
    expect((await other.ask('DELETE', `/api/second-screen/${id}`)).status).toBe(404);
    expect((await fetch(`${base}/api/second-screen/view`)).status).toBe(404);
    const join = (tried: unknown): Promise<Response> =>
      fetch(`${base}/api/second-screen/join`, { method: 'POST', headers: json, body: JSON.stringify({ code: tried }) });
    expect((await join({ $gt: '' })).status).toBe(400);
    for (let at = 0; at < 10; at++) await join('WRONG2');
    // Whoever guesses has to wait, with the right one as well.
    expect((await join(code)).status).toBe(429);
    const cookie = { Cookie: owner.cookie };
    for (const path of ['/api/lessons', '/api/session', '/api/uploads', '/', '/lesson/tide/film/prompter', '/v/AAAA'])
      expect((await fetch(base + path, { headers: cookie })).status)
        .withContext(path)
        .toBe(404);
    await owner.ask('DELETE', `/api/second-screen/${id}`);
    await guessed.close();
  });

  it('says which port is taken', async () => {
    const { port } = new URL(server.base);
    const taken = await openServer({ nearPort: Number(port) });
    const { status, body } = await (await taken.signedIn('owner')).ask('POST', '/api/second-screen', {});
    // 0.0.0.0 and 127.0.0.1 are not to be had both.
    expect([status, body.type]).toEqual([503, 'port-taken']);
    expect(body.detail).toContain('LIMBER_NEAR_PORT');
    await taken.close();
  });
});

/** Asks until it fails; what is shut is shut after what is under way. */
async function eventually(ask: () => Promise<unknown>): Promise<void> {
  for (;;) {
    await ask();
    await new Promise((later) => setTimeout(later, 20));
  }
}
