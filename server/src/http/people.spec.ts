import { STARTER_MOVES } from '@limber/core/library/starter/starter';
import { Users } from '../store/entities';
import { openServer, PASSWORD, type Client, type TestServer } from './testing';
import { makeDoor } from './doors';
import { until } from '../testing';

const NEW = 'a rope of nine strands';

describe('people and their sessions', () => {
  let server: TestServer;
  beforeEach(async () => (server = await openServer()));
  afterEach(() => server.close());

  const who = async (client: Client): Promise<unknown> => (await client.ask('GET', '/api/session')).body['user'];
  const tokenIn = (link: unknown): string => String(link).split('#')[1]!;
  const invite = async (owner: Client, email: string): Promise<string> =>
    tokenIn((await owner.ask('POST', '/api/people/invitations', { email })).body['link']);
  const comeIn = (token: string, given: object) =>
    server.client().ask('POST', '/api/session/set-up', { token, ...given });

  /** A stream of events that somebody holds open; resolves when the server has ended it. */
  async function stream(client: Client): Promise<{ ended: () => boolean }> {
    const response = await client.fetch('GET', '/api/jobs/stream');
    expect(response.status).toBe(200);
    let over = false;
    void (async () => {
      const reader = response.body!.getReader();
      while (!(await reader.read()).done);
      over = true;
    })();
    return { ended: () => over };
  }

  it('come in once by an invitation, under the address that was invited', async () => {
    const owner = await server.signedIn('owner');
    const token = await invite(owner, ' Ane@Harbour.example ');
    expect((await server.client().ask('POST', '/api/session/door', { token })).body).toEqual({
      ...{ purpose: 'invitation', email: 'ane@harbour.example', name: null, by: 'Marit Solheim' },
    } as never);
    expect((await comeIn(token, { name: 'Ane Vik', password: 'short' })).body.detail).toContain('at least 10');
    const asked = { name: 'Ane Vik', password: PASSWORD, email: 'somebody@else.example', role: 'owner' };
    const made = await comeIn(token, asked);
    expect(made.status).toBe(201);
    expect(made.body['user']).toEqual(jasmine.objectContaining({ email: 'ane@harbour.example', role: 'editor' }));
    const again = await comeIn(token, asked);
    expect([again.status, again.body.type]).toEqual([410, 'link-used']);
    expect((await server.client().signIn('ANE@harbour.example ')).status).toBe(200);
    const { body } = await owner.ask('GET', '/api/people');
    expect((body['people'] as unknown[]).length).toBe(2);
    expect(body['invitations']).toEqual([]);
  });

  it('are not invited twice, and an invitation can be withdrawn and is replaced by a newer one', async () => {
    const owner = await server.signedIn('owner');
    const editor = await server.signedIn('editor');
    expect((await owner.ask('POST', '/api/people/invitations', { email: editor.email })).body.type).toBe(
      'known-address',
    );
    const [first, second] = [await invite(owner, 'ane@x.example'), await invite(owner, 'ane@x.example')];
    expect((await comeIn(first, { name: 'A', password: PASSWORD })).body.type).toBe('link-used');
    const open = (await owner.ask('GET', '/api/people')).body['invitations'] as { id: string }[];
    expect(open.length).toBe(1);
    expect((await editor.ask('GET', '/api/people')).body['invitations']).toEqual([]);
    expect((await owner.ask('DELETE', `/api/people/invitations/${open[0]!.id}`)).status).toBe(204);
    expect((await comeIn(second, { name: 'A', password: PASSWORD })).body.type).toBe('link-used');
  });

  it('cannot come in by a link that is too old, or that whoever is gone made', async () => {
    const owner = await server.signedIn('owner');
    const other = await server.signedIn('owner');
    const old = await invite(owner, 'old@x.example');
    await server.database.query(`UPDATE setup_links SET expires_at = now() - interval '1 second'`);
    const orphan = await invite(other, 'orphan@x.example');
    expect((await owner.ask('DELETE', `/api/people/${other.id}`)).status).toBe(204);
    for (const token of [old, orphan])
      expect((await comeIn(token, { name: 'A', password: PASSWORD })).body.type).toBe('link-used');
  });

  it('begin with moves of plain names, once, and not where there are some already', async () => {
    const first = await makeDoor(server.database, { for: 'first' });
    expect((await comeIn(first.token, { name: 'M', email: 'm@harbour.example', password: NEW })).status).toBe(201);
    const owner = server.client();
    await owner.signIn('m@harbour.example', NEW);
    const moves = (await owner.ask('GET', '/api/library')).body['doc'] as { moves: { name: string }[] };
    expect(moves.moves.length).toBe(STARTER_MOVES.length);
    expect(moves.moves.map((one) => one.name)).toContain('Collarbone pumps');
    const token = await invite(owner, 'ane@x.example');
    await server.database.query('DELETE FROM moves');
    await comeIn(token, { name: 'A', password: PASSWORD });
    expect(((await owner.ask('GET', '/api/library')).body['doc'] as { moves: unknown[] }).moves).toEqual([]);
  });

  it('begin with one first owner, however many first links are used at once', async () => {
    const links = await Promise.all([0, 1, 2].map(() => makeDoor(server.database, { for: 'first' })));
    const answers = await Promise.all(
      links.map(({ token }, i) => comeIn(token, { name: `O${i}`, email: `o${i}@x.example`, password: PASSWORD })),
    );
    expect(answers.map((one) => one.status).sort()).toEqual([201, 410, 410]);
    expect(await server.database.getRepository(Users).countBy({ role: 'owner' })).toBe(1);
    const late = await makeDoor(server.database, { for: 'first' });
    expect((await comeIn(late.token, { name: 'L', email: 'l@x.example', password: PASSWORD })).status).toBe(410);
  });

  it('get a lost password back by a link that is theirs alone, and every session of theirs ends', async () => {
    const owner = await server.signedIn('owner');
    const held = await stream(owner);
    const { token } = await makeDoor(server.database, { for: 'reset', userId: owner.id });
    const back = await comeIn(token, { password: NEW, email: 'other@x.example', name: 'Somebody else' });
    expect(back.body['user']).toEqual({
      id: owner.id,
      name: 'Marit Solheim',
      email: owner.email,
      role: 'owner',
      keepsRules: false,
    });
    expect(await who(owner)).toBeNull();
    await until(async () => held.ended(), 'The stream’s end');
    expect((await server.client().signIn(owner.email)).status).toBe(401);
    expect((await server.client().signIn(owner.email, NEW)).status).toBe(200);
  });

  it('change their password with the one they have; everywhere else they are signed out at once', async () => {
    const here = await server.signedIn('editor');
    const there = server.client();
    await there.signIn(here.email);
    const somebody = await server.signedIn('editor');
    const held = await stream(there);
    const change = (current: string, password: string) =>
      here.ask('PUT', '/api/session/password', { current, password });
    expect((await change('wrong', NEW)).body.type).toBe('wrong-password');
    expect((await change(PASSWORD, 'aaaaaaaaaaaa')).body.detail).toContain('One character');
    expect((await change(PASSWORD, here.email)).body.detail).toContain('address');
    expect(await who(there)).not.toBeNull();
    const before = here.cookie;
    expect((await change(PASSWORD, ` ${NEW} `)).status).toBe(200);
    expect(here.cookie).not.toBe(before);
    expect(await who(here)).not.toBeNull();
    expect(await who(there)).toBeNull();
    expect(await who(somebody)).not.toBeNull();
    await until(async () => held.ended(), 'The stream’s end');
    // Trimmed of nothing.
    expect((await server.client().signIn(here.email, NEW)).status).toBe(401);
    expect((await server.client().signIn(here.email, ` ${NEW} `)).status).toBe(200);
  });

  it('sign out here, or everywhere', async () => {
    const one = await server.signedIn('editor');
    const [two, three] = [server.client(), server.client()];
    await two.signIn(one.email);
    await three.signIn(one.email);
    const held = await stream(one);
    const kept = await stream(two);
    expect((await one.ask('DELETE', '/api/session')).status).toBe(204);
    await until(async () => held.ended(), 'The stream’s end');
    expect([await who(one), kept.ended()]).toEqual([null, false]);
    expect(await who(two)).not.toBeNull();
    expect((await two.ask('DELETE', '/api/session/everywhere')).status).toBe(204);
    await until(async () => kept.ended(), 'The other stream’s end');
    expect([await who(two), await who(three)]).toEqual([null, null]);
  });

  it('lose everything with their account but what they made; the last owner stays', async () => {
    const owner = await server.signedIn('owner');
    const editor = await server.signedIn('editor');
    const another = await server.signedIn('editor');
    const { body: lesson } = await editor.ask('POST', '/api/lessons', { title: 'Made by an editor' });
    const held = await stream(editor);
    expect((await editor.ask('DELETE', `/api/people/${another.id}`)).body.type).toBe('owner-only');
    expect((await owner.ask('DELETE', `/api/people/${editor.id}`)).status).toBe(204);
    await until(async () => held.ended(), 'The stream’s end');
    expect((await editor.ask('GET', '/api/lessons')).status).toBe(401);
    expect((await editor.signIn(editor.email)).status).toBe(401);
    expect((await owner.ask('GET', `/api/lessons/${String(lesson['id'])}`)).status).toBe(200);
    expect((await another.ask('DELETE', `/api/people/${another.id}`)).status).toBe(204);
    expect(await who(another)).toBeNull();
    expect((await owner.ask('DELETE', `/api/people/${owner.id}`)).body.type).toBe('last-owner');
    expect(await who(owner)).not.toBeNull();
  });

  it('are who they are now: a session of one who is gone, or of the demo on an open line, is nobody’s', async () => {
    const editor = await server.signedIn('editor');
    await server.database.query('DELETE FROM users WHERE id = $1', [editor.id]);
    expect((await editor.ask('GET', '/api/lessons')).status).toBe(401);
    const demo = await server.signedIn('owner');
    await server.database.query('UPDATE users SET demo = true WHERE id = $1', [demo.id]);
    expect(await who(demo)).not.toBeNull();
    (server.config as { loopback: boolean }).loopback = false;
    expect(await who(demo)).toBeNull();
    expect((await demo.signIn(demo.email)).body.type).toBe('demo-closed');
  });
});
