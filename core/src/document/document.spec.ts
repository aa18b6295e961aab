import * as z from 'zod';
import { checkDocument, DocumentError, parseDocument, type DocumentKind } from './document';

/** A small kind of its own: boats in a harbour, and crew that belongs to boats. */
const harbourSchema = z.object({
  format: z.literal('harbour'),
  version: z.literal(3),
  name: z.string().min(1, 'A harbour has a name.'),
  boats: z.array(z.object({ id: z.string(), length: z.number().max(40, 'That is a ship.') })).max(3),
  crew: z.array(z.object({ id: z.string(), boat: z.string().nullable() })).max(5),
});
type Harbour = z.infer<typeof harbourSchema>;
const harbour: DocumentKind<Harbour> = {
  format: 'harbour',
  version: 3,
  noun: 'harbour',
  schema: harbourSchema,
  lists: {
    boats: { one: 'boat', schema: harbourSchema.shape.boats.element, most: 3, key: 'id', order: null },
    crew: {
      one: 'hand',
      schema: harbourSchema.shape.crew.element,
      most: 5,
      key: 'id',
      order: (a, b) => ((a['id'] as string) < (b['id'] as string) ? -1 : 1),
    },
  },
  references: [{ list: 'crew', field: 'boat', to: 'boats', idOf: (one) => one['boat'] as string | null }],
  migrations: {
    1: ({ title, ...rest }) => ({ ...rest, name: title }),
    2: (older) => ({ crew: [], ...older }),
  },
};
const given = (change: object = {}): Harbour => ({
  format: 'harbour',
  version: 3,
  name: 'Kelp',
  boats: [{ id: 'a', length: 8 }],
  crew: [{ id: 'm', boat: 'a' }],
  ...change,
});

function faultOf(work: () => unknown): DocumentError {
  try {
    work();
  } catch (error) {
    expect(error).toBeInstanceOf(DocumentError);
    return error as DocumentError;
  }
  throw new Error('It was taken.');
}

describe('a document', () => {
  it('comes back as it was written, its lists in their own order', () => {
    const crew = [
      { id: 'z', boat: 'a' },
      { id: 'b', boat: null },
    ];
    expect(parseDocument(harbour, given({ crew }))).toEqual(given({ crew: [crew[1], crew[0]] }));
  });

  it('is brought forward through every version between', () => {
    const first = { format: 'harbour', version: 1, title: 'Old quay', boats: [] };
    expect(parseDocument(harbour, first)).toEqual(given({ name: 'Old quay', boats: [], crew: [] }));
  });

  it('says in words what is wrong with it, and where', () => {
    for (const [value, path, words] of [
      [null, '', 'a JSON object was expected'],
      [given({ format: 'pier' }), 'format', 'has to be “harbour”'],
      [given({ format: undefined }), 'format', 'has to be “harbour”'],
      [given({ version: '3' }), 'version', 'does not say its version'],
      [given({ version: 4 }), 'version', 'newer program'],
      [given({ version: 0 }), 'version', 'never written'],
      [given({ name: '' }), 'name', 'A harbour has a name'],
      [given({ boats: [{ id: 'a', length: 41 }] }), 'boats[0].length', 'That is a ship'],
      [
        given({
          boats: [
            { id: 'a', length: 1 },
            { id: 'a', length: 2 },
          ],
        }),
        'boats[1].id',
        'used twice',
      ],
      [given({ crew: [{ id: 'm', boat: 'gone' }] }), 'crew[0].boat', 'no boat “gone”'],
    ] as const) {
      const fault = faultOf(() => parseDocument(harbour, value));
      expect(fault.path).withContext(words).toBe(path);
      expect(fault.message).toContain(words);
    }
  });
});

describe('a document before it is stored', () => {
  const boats = (count: number): Harbour['boats'] =>
    Array.from({ length: count }, (_, i) => ({ id: `b${i}`, length: i }));

  it('is checked on both sides of every limit', () => {
    expect(() => checkDocument(harbour, given({ boats: boats(3), crew: [] }))).not.toThrow();
    expect(faultOf(() => checkDocument(harbour, given({ boats: boats(4), crew: [] }))).message).toBe(
      'There is room for 3 boats, and these are more.',
    );
    expect(() => checkDocument(harbour, given({ boats: [{ id: 'a', length: 40 }] }))).not.toThrow();
    expect(faultOf(() => checkDocument(harbour, given({ boats: [{ id: 'a', length: 41 }] }))).path).toBe(
      'boats[0].length',
    );
    expect(faultOf(() => checkDocument(harbour, given({ name: '' }))).path).toBe('name');
    expect(faultOf(() => checkDocument(harbour, given({ boats: [] }))).path).toBe('crew[0].boat');
  });

  it('is looked at only where it differs from what was checked, and there every time', () => {
    const before = given({ boats: [{ id: 'a', length: 99 }] });
    // What is the same object is not looked at again …
    expect(() => checkDocument(harbour, { ...before, name: 'New' }, before)).not.toThrow();
    // … and what is another one is, beside it.
    const after = { ...before, boats: [...before.boats, { id: 'b', length: 50 }] };
    expect(faultOf(() => checkDocument(harbour, after, before)).path).toBe('boats[1].length');
    expect(faultOf(() => checkDocument(harbour, { ...before, name: '' }, before)).path).toBe('name');
  });
});
