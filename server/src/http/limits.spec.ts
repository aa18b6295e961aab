import { randomUUID } from 'node:crypto';
import { NewViewings } from './new-viewings';
import { openServer, played, sharedLesson, type Client, type TestServer } from './testing';

describe('limits', () => {
  let server: TestServer;
  afterEach(() => server.close());
  const fails = async (client: Client, email: string, headers: Record<string, string> = {}): Promise<number> =>
    (await client.ask('POST', '/api/session', { email, password: 'not this one' }, headers)).status;

  it('on sign-in go by the address as the schema makes it, and by the sender alone when no program in front is named', async () => {
    server = await openServer();
    const { email } = await server.signedIn('editor');
    const written = [email, `${email} `, ` ${email}`, `\t${email}`, email.toUpperCase(), ` ${email.toUpperCase()}\n`];
    for (let n = 0; n < 10; n++)
      expect(await fails(server.client(), written[n % written.length]!, { 'X-Forwarded-For': `203.0.113.${n}` })).toBe(
        401,
      );
    for (const one of written)
      expect(await fails(server.client(), one, { 'X-Forwarded-For': `198.51.100.${one.length}` })).toBe(429);
    // The right password waits too; somebody else does not.
    expect((await server.client().signIn(email)).status).toBe(429);
    expect(await fails(server.client(), 'other@harbour.example')).toBe(401);
  });

  it('believe a forwarded address of the program in front that is named', async () => {
    server = await openServer({ trustProxy: 'loopback' });
    for (let n = 0; n < 10; n++)
      expect(await fails(server.client(), 'a@b.example', { 'X-Forwarded-For': '203.0.113.1' })).toBe(401);
    expect(await fails(server.client(), 'a@b.example', { 'X-Forwarded-For': '203.0.113.1' })).toBe(429);
    expect(await fails(server.client(), 'a@b.example', { 'X-Forwarded-For': '203.0.113.2' })).toBe(401);
    // What a stranger writes in front of what that program adds is not believed.
    expect(await fails(server.client(), 'a@b.example', { 'X-Forwarded-For': '198.51.100.7, 203.0.113.1' })).toBe(429);
  });

  it('on answers go by link and viewing, wherever they come from', async () => {
    server = await openServer({ trustProxy: 'loopback' });
    const { token } = await sharedLesson(server);
    const [viewingId, viewerId] = [randomUUID(), randomUUID()];
    const send = (n: number, id: string = viewingId) =>
      server
        .client()
        .ask(
          'POST',
          `/api/follow/${token}/feedback`,
          { viewerId, feedback: { viewingId: id, ease: null, felt: [], discomfort: null, remark: '' } },
          { 'X-Forwarded-For': `203.0.113.${n}` },
        );
    for (let n = 0; n < 20; n++)
      expect((await send(n, n % 2 ? viewingId : viewingId.toUpperCase())).status)
        .withContext(`${n}`)
        .toBe(202);
    expect((await send(21)).status).toBe(429);
    expect((await send(22, viewingId.toUpperCase())).status).toBe(429);
    // A whole class behind one address: another viewing is not in the way of anybody.
    expect((await send(21, randomUUID())).status).toBe(202);
  });

  it('on new viewings go by link: one more may not begin, those that have begun go on', async () => {
    server = await openServer();
    const [tide, ebb] = [await sharedLesson(server), await sharedLesson(server, 'Ebb')];
    let now = 0;
    const limit = new NewViewings(server.database, () => now);
    const ids = Array.from({ length: 1001 }, () => randomUUID());
    const admitted: boolean[] = [];
    for (const id of ids) admitted.push(await limit.admit(tide.token, id));
    expect(admitted.map(Number).reduce((a, b) => a + b)).toBe(1000);
    expect(admitted[1000]).toBeFalse();
    expect(await limit.admit(tide.token, ids[0]!)).toBeTrue();
    expect(await limit.admit(ebb.token, randomUUID())).toBeTrue();
    // One that is in the database began before the server did.
    const [viewingId, viewerId] = [randomUUID(), randomUUID()];
    const events = [played(viewingId, 0, 1000)];
    await server.client().ask('POST', `/api/follow/${tide.token}/events`, { viewingId, viewerId, events });
    expect(await limit.admit(tide.token, viewingId)).toBeTrue();
    now = 60_000;
    expect(await limit.admit(tide.token, randomUUID())).toBeTrue();
  });
});
