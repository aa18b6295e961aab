import fc from 'fast-check';
import { clashOf } from '../document/clash';
import { ChangeError } from '../document/edit';
import { edited } from '../document/editing';
import { IDEAS_FORMAT, IDEAS_VERSION, type Ideas } from './ideas.document';
import { ideasEditing, type IdeasChange } from './ideas-change';

const NONE: Ideas = { format: IDEAS_FORMAT, version: IDEAS_VERSION, ideas: [] };
const add = (id: string, text = id, afterId: string | null = null): IdeasChange => ({
  kind: 'add_idea',
  idea: { id, text },
  afterId,
});

describe('a change of the ideas', () => {
  it('puts a new one first, and back where it was when it was taken out', () => {
    const ideas = ['a', 'b', 'c'].reduce((state, id) => edited(ideasEditing, state, add(id)), NONE);
    expect(ideas.ideas.map((one) => one.id)).toEqual(['c', 'b', 'a']);
    const out: IdeasChange = { kind: 'remove_idea', id: 'b' };
    const back = ideasEditing.inverse(ideas, out);
    expect(edited(ideasEditing, edited(ideasEditing, ideas, out), back)).toEqual(ideas);
  });

  it('is undone by its inverse, over any history', () => {
    const ids = ['a', 'b', 'c', 'd'];
    const change = fc.oneof(
      fc.constantFrom(...ids).map((id) => add(id)),
      fc
        .tuple(fc.constantFrom(...ids), fc.constantFrom('Jaw', 'Eyes'))
        .map(([id, text]): IdeasChange => ({ kind: 'set_idea', id, text })),
      fc.constantFrom(...ids).map((id): IdeasChange => ({ kind: 'remove_idea', id })),
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 20 }), (history) => {
        let state = NONE;
        for (const one of history) {
          const there = state.ideas.some((idea) => idea.id === (one.kind === 'add_idea' ? one.idea.id : one.id));
          if (there === (one.kind === 'add_idea')) continue;
          const back = ideasEditing.inverse(state, one);
          const after = edited(ideasEditing, state, one);
          expect(edited(ideasEditing, after, back)).toEqual(state);
          state = after;
        }
      }),
    );
  });

  it('is refused in words, and meets another one of the same idea', () => {
    expect(() => ideasEditing.parseChange(add('a', '  '))).toThrowMatching(
      (error: Error) => error instanceof ChangeError && error.message === 'Write the idea in a few words.',
    );
    const keys = (id: string) => ideasEditing.keys({ kind: 'set_idea', id, text: 'x' });
    expect(clashOf(keys('a'), keys('a'))).toBe('ideas/a/text');
    expect(clashOf(keys('a'), keys('b'))).toBeNull();
  });
});
