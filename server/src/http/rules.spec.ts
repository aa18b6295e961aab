import { randomUUID } from 'node:crypto';
import { CAUTIONS } from '@limber/core/caution/built-in';
import type { RulesChange } from '@limber/core/rules/rules-change';
import { LESSON_VERSION } from '@limber/core/lesson/lesson.schema';
import { insertLesson } from '../store/lesson-store';
import { parseBundle } from '@limber/core/format/bundle';
import { studioRules } from '../store/rules-store';
import { openServer, sharedLesson, type Answer, type Client, type TestServer } from './testing';

const jaw = CAUTIONS.find((one) => one.id === 'jaw')!;
const neck = CAUTIONS.find((one) => one.id === 'neck')!;

describe('the studio’s own rules', () => {
  let server: TestServer;
  beforeEach(async () => (server = await openServer()));
  afterEach(() => server.close());

  const edit = (client: Client, change: RulesChange, baseRevision = 1, clientId = 'tab'): Promise<Answer> =>
    client.ask('POST', '/api/rules/edits', {
      clientId,
      baseRevision,
      edits: [{ id: randomUUID(), kind: 'edit', change }],
    });
  const open = async (client: Client) =>
    (await client.ask('GET', '/api/rules')).body as unknown as {
      revision: number;
      doc: { cautions: { id: string; say: string }[]; silent: { id: string }[] };
      history: { change: unknown; inverse: unknown }[];
      mayEdit: boolean;
    };
  const mine = { ...jaw, say: 'Mind your hinge: if the jaw clicks, leave it out.' };

  it('are an owner’s to change, and hers whom an owner has named; everybody reads them', async () => {
    const owner = await server.signedIn('owner');
    const editor = await server.signedIn('editor');
    expect((await open(editor)).mayEdit).toBeFalse();
    expect((await edit(editor, { kind: 'set_caution', caution: mine })).body.type).toBe('owner-only');
    // Whoever reads them may ask for what was missed.
    const asked = { clientId: 'tab', baseRevision: 1, edits: [] };
    expect((await editor.ask('POST', '/api/rules/edits', asked)).status).toBe(200);
    expect((await owner.ask('POST', `/api/people/${editor.id}/keeper`, { keepsRules: true })).status).toBe(204);
    expect((await edit(editor, { kind: 'set_caution', caution: mine })).status).toBe(200);
    const { doc, revision, mayEdit } = await open(editor);
    expect([doc.cautions.map((one) => one.say), revision, mayEdit]).toEqual([[mine.say], 2, true]);
    await owner.ask('POST', `/api/people/${editor.id}/keeper`, { keepsRules: false });
    expect((await edit(editor, { kind: 'silence_caution', silent: { id: 'jaw' } }, 2)).body.type).toBe('owner-only');
    expect((await owner.ask('POST', `/api/people/${randomUUID()}/keeper`, { keepsRules: true })).status).toBe(404);
  });

  it('meet in two windows: the same caution is a conflict, another goes along, a sentence tells what is refused', async () => {
    const owner = await server.signedIn('owner');
    await edit(owner, { kind: 'set_caution', caution: mine }, 1, 'first');
    // Both want the same: nobody is asked which of the two it shall be.
    expect((await edit(owner, { kind: 'set_caution', caution: mine }, 1, 'second')).status).toBe(200);
    const met = await edit(owner, { kind: 'set_caution', caution: { ...mine, say: 'Other.' } }, 1, 'second');
    expect(met.status).toBe(409);
    expect((await open(owner)).doc.cautions[0]!.say).toBe(mine.say);
    const along = await edit(owner, { kind: 'silence_caution', silent: { id: 'eye' } }, 1, 'third');
    expect(along.status).toBe(200);
    expect((await open(owner)).doc.silent).toEqual([{ id: 'eye' }]);
    const refused = await edit(owner, { kind: 'set_caution', caution: { ...mine, say: '' } }, 3);
    expect(refused.body['refused']).toEqual([jasmine.objectContaining({ reason: 'Say what a teacher would say.' })]);
    // What takes the last one back is kept with it.
    expect((await open(owner)).history.at(-1)!.inverse).toEqual({ kind: 'reset_rule', list: 'silent', id: 'eye' });
  });

  it('go along in a bundle, and are not taken over from one', async () => {
    const owner = await server.signedIn('owner');
    const lesson = parseBundle({ format: 'limber-cheek/lesson', version: LESSON_VERSION, id: 'tide', title: 'Tide' });
    await insertLesson(server.database, lesson);
    const bundle = async (id: string) => (await owner.ask('GET', `/api/lessons/${id}/bundle`)).body;
    expect((await bundle('tide'))['rules']).toBeNull();
    await edit(owner, { kind: 'set_caution', caution: mine });
    const whole = await bundle('tide');
    expect((whole['rules'] as { cautions: unknown[] }).cautions).toEqual([mine]);
    await edit(owner, { kind: 'reset_rule', list: 'cautions', id: 'jaw' }, 2);
    const { body } = await owner.ask('POST', '/api/lessons/import', whole);
    expect((await bundle(String(body['id'])))['rules']).toBeNull();
  });

  it('say what viewers of a version read first, and change no version that is there', async () => {
    const owner = await server.signedIn('owner');
    const first = await sharedLesson(server);
    const read = async (token: string): Promise<string[]> => {
      const { body } = await server.client().ask('GET', `/api/follow/${token}`);
      return (body['cuts'] as { cautions: string[] }[])[0]!.cautions;
    };
    const before = await read(first.token);
    const own = { ...neck, readFirst: 'Our own words of the neck.' };
    await edit(owner, { kind: 'set_caution', caution: own });
    expect(await read(first.token)).toEqual(before);
    const { body } = await owner.ask('POST', `/api/lessons/${first.lessonId}/share`);
    const token = String(body['token']);
    expect(await read(token)).toContain('Our own words of the neck.');
  });

  it('that cannot be read change nothing of what the program brings, and are not lost', async () => {
    const newer = '{"format": "limber-cheek/rules", "version": 99, "cautions": ["of tomorrow"]}';
    await server.database.query('UPDATE rules SET doc = $1', [newer]);
    expect((await studioRules(server.database)).cautions).toEqual([]);
    const owner = await server.signedIn('owner');
    expect((await edit(owner, { kind: 'silence_caution', silent: { id: 'jaw' } })).status).toBeGreaterThanOrEqual(400);
    const [row] = await server.database.query<[{ doc: { version: number } }]>('SELECT doc FROM rules');
    expect(row.doc.version).toBe(99);
  });
});
