import { clashOf, keysOf } from './clash';
import { apply, ChangeError, inverse, type Primitive } from './edit';
import type { Shape } from './document';
import * as z from 'zod';

const any = z.any();
/** Shelves hold boxes, boxes hold tins; labels name a shelf that need not be there. */
const shape: Shape = {
  lists: {
    shelves: { one: 'shelf', schema: any, most: 9, key: 'id', order: null },
    boxes: { one: 'box', schema: any, most: 9, key: 'id', order: null },
    tins: {
      one: 'tin',
      schema: any,
      most: 9,
      key: 'id',
      order: (a, b) => (a['at'] as number) - (b['at'] as number),
    },
    labels: { one: 'label', schema: any, most: 9, key: 'name', order: null },
  },
  references: [
    { list: 'boxes', field: 'shelf', to: 'shelves', idOf: (one) => one['shelf'] as string | null },
    { list: 'tins', field: 'box', to: 'boxes', idOf: (one) => (one['box'] as string | undefined) ?? null },
    { list: 'labels', field: 'shelf', to: 'shelves', idOf: (one) => one['shelf'] as string | null, loose: true },
  ],
};
const store = {
  shelves: [{ id: 's' }, { id: 't' }],
  boxes: [
    { id: 'b1', shelf: 't' },
    { id: 'b2', shelf: 's' },
    { id: 'b3', shelf: 's' },
  ],
  tins: [
    { id: 'i', box: 'b2', at: 1 },
    { id: 'j', box: 'b1', at: 2 },
    { id: 'k', box: 'b3', at: 3 },
  ],
  labels: [{ name: 'l', shelf: 's' }],
  note: 'dry',
};
const names = (list: readonly object[]): unknown[] => list.map((one) => Object.values(one)[0] as unknown);
const both = (a: Primitive, b: Primitive): string | null => clashOf(keysOf(shape, [a]), keysOf(shape, [b]));

describe('an edit', () => {
  it('that takes something out takes along what refers to it, over others too', () => {
    const after = apply(shape, store, { do: 'remove', list: 'shelves', id: 's' });
    expect([after.shelves, after.boxes, after.tins, after.labels].map(names)).toEqual([['t'], ['b1'], ['j'], []]);
  });

  it('is taken back exactly, every entity in its old place', () => {
    const edits: Primitive[] = [
      { do: 'remove', list: 'shelves', id: 's' },
      { do: 'remove', list: 'shelves', id: 't' },
      { do: 'remove', list: 'boxes', id: 'b3' },
      { do: 'add', list: 'boxes', entity: { id: 'b9', shelf: 's' }, after: 'b1' },
      { do: 'place', list: 'boxes', id: 'b3', after: null },
      { do: 'put', list: 'labels', entity: { name: 'l', shelf: 't' } },
      { do: 'put', list: 'labels', entity: { name: 'new', shelf: 'gone' } },
      { do: 'change', list: 'tins', id: 'i', field: 'at', value: 9 },
      { do: 'set', field: 'note', value: 'damp' },
    ];
    for (const edit of edits) {
      const back = inverse(shape, store, edit);
      const after = apply(shape, store, edit);
      expect(after).withContext(JSON.stringify(edit)).not.toEqual(store);
      expect(back.reduce((doc, one) => apply(shape, doc, one), after))
        .withContext(JSON.stringify(edit))
        .toEqual(store);
    }
  });

  it('is refused when what it names, or refers to, is not there, or there already', () => {
    const refused: Primitive[] = [
      { do: 'remove', list: 'shelves', id: 'x' },
      { do: 'change', list: 'tins', id: 'x', field: 'at', value: 1 },
      { do: 'change', list: 'tins', id: 'i', field: 'box', value: 'x' },
      { do: 'add', list: 'boxes', entity: { id: 'b9', shelf: 'x' } },
      { do: 'add', list: 'boxes', entity: { id: 'b1', shelf: 's' } },
      { do: 'set', field: 'boxes', value: [{ id: 'b9', shelf: 'x' }] },
    ];
    for (const edit of refused)
      expect(() => apply(shape, store, edit))
        .withContext(JSON.stringify(edit))
        .toThrowError(ChangeError);
  });

  it('that was to stand after something that is gone stands at the end', () => {
    const after = apply(shape, store, { do: 'add', list: 'boxes', entity: { id: 'b9', shelf: 's' }, after: 'gone' });
    expect(names(after.boxes)).toEqual(['b1', 'b2', 'b3', 'b9']);
  });

  it('keeps a list in its own order', () => {
    expect(names(apply(shape, store, { do: 'add', list: 'tins', entity: { id: 'm', at: 2 } }).tins)).toEqual(
      names([{ id: 'i' }, { id: 'j' }, { id: 'm' }, { id: 'k' }]),
    );
    expect(names(apply(shape, store, { do: 'change', list: 'tins', id: 'k', field: 'at', value: 0 }).tins)).toEqual([
      'k',
      'i',
      'j',
    ]);
  });
});

describe('two edits', () => {
  const change = (field: string): Primitive => ({ do: 'change', list: 'boxes', id: 'b1', field, value: 's' });

  it('clash on the same field, on a whole and its part, and where one takes out what the other refers to', () => {
    expect(both(change('shelf'), change('shelf'))).toBe('boxes/b1/shelf');
    expect(both(change('shelf'), { do: 'remove', list: 'boxes', id: 'b1' })).toBe('boxes/b1/shelf');
    expect(both({ do: 'remove', list: 'boxes', id: 'b1' }, change('colour'))).toBe('boxes/b1/colour');
    expect(both({ do: 'set', field: 'boxes', value: [] }, change('colour'))).toBe('boxes/b1/colour');
    const add: Primitive = { do: 'add', list: 'tins', entity: { id: 'n', box: 'b2', at: 5 } };
    const out: Primitive = { do: 'remove', list: 'boxes', id: 'b2' };
    expect(both(add, out)).toBe('boxes/b2');
    expect(both(out, add)).toBe('boxes/b2');
    expect(both(change('shelf'), { do: 'remove', list: 'shelves', id: 's' })).toBe('shelves/s');
  });

  it('go together elsewhere', () => {
    expect(both(change('shelf'), change('colour'))).toBeNull();
    expect(both(change('colour'), { do: 'remove', list: 'shelves', id: 's' })).toBeNull();
    expect(both(change('shelf'), { do: 'place', list: 'boxes', id: 'b1', after: null })).toBeNull();
    expect(both({ do: 'remove', list: 'boxes', id: 'b1' }, { do: 'remove', list: 'boxes', id: 'b' })).toBeNull();
    const add: Primitive = { do: 'add', list: 'tins', entity: { id: 'n', box: 'b2', at: 5 } };
    expect(both(add, { do: 'change', list: 'boxes', id: 'b2', field: 'colour', value: 'red' })).toBeNull();
  });
});
