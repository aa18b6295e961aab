import fc from 'fast-check';
import { CAUTIONS } from '../caution/built-in';
import { goesAlong, NO_DIFFERENCE, rulesOf } from '../caution/studio-rules';
import { WORDINGS } from '../caution/wording';
import { clashOf } from '../document/clash';
import { ChangeError } from '../document/edit';
import { edited } from '../document/editing';
import { SCHOOLS } from '../school/schools';
import { rulesEditing, type RulesChange } from './rules-change';

const jaw = CAUTIONS.find((one) => one.id === 'jaw')!;

describe('a change of a studio’s rules', () => {
  it('is undone by its inverse, over any history', () => {
    const change: fc.Arbitrary<RulesChange> = fc.oneof(
      fc
        .tuple(fc.constantFrom('jaw', 'own'), fc.constantFrom('Mind it.', 'Mind it well.'))
        .map(([id, say]): RulesChange => ({ kind: 'set_caution', caution: { ...jaw, id, say } })),
      fc.constantFrom('jaw', 'eye').map((id): RulesChange => ({ kind: 'silence_caution', silent: { id } })),
      fc.constantFrom('Why.', 'Why not.').map((why): RulesChange => ({
        kind: 'set_wording',
        wording: { ...WORDINGS[0]!, why },
      })),
      fc.constantFrom('once', 'twice').map((frequency): RulesChange => ({
        kind: 'set_school',
        school: { ...SCHOOLS.holds, frequency },
      })),
      fc.constantFrom(10, 18.5).map((value): RulesChange => ({
        kind: 'set_figure',
        figure: { id: 'charactersPerSecond', value },
      })),
      fc
        .tuple(fc.constantFrom('eye', 'own'), fc.constantFrom('Code: HARBOUR.', 'Every Sunday live.'))
        .map(([id, text]): RulesChange => ({ kind: 'set_text', text: { id, text } })),
      fc
        .tuple(
          fc.constantFrom('cautions', 'silent', 'wordings', 'schools', 'figures', 'texts'),
          fc.constantFrom('jaw', 'own', 'eye', 'detox', 'holds', 'charactersPerSecond'),
        )
        .map(([list, id]): RulesChange => ({ kind: 'reset_rule', list, id })),
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 15 }), (history) => {
        let rules = NO_DIFFERENCE;
        for (const one of history) {
          const back = rulesEditing.inverse(rules, one);
          const after = edited(rulesEditing, rules, one);
          expect(edited(rulesEditing, after, back)).toEqual(rules);
          rules = after;
        }
      }),
    );
  });

  it('changes what lessons are judged by, and back', () => {
    const own = edited(rulesEditing, NO_DIFFERENCE, { kind: 'set_caution', caution: { ...jaw, say: 'Mind it.' } });
    expect(rulesOf(own).cautions.find((one) => one.id === 'jaw')!.say).toBe('Mind it.');
    expect(rulesOf(own).cautions.length).toBe(CAUTIONS.length);
    const reset = edited(rulesEditing, own, { kind: 'reset_rule', list: 'cautions', id: 'jaw' });
    expect(rulesOf(reset).cautions).toEqual([...CAUTIONS]);
  });

  it('goes along with a lesson as far as that is judged by it: her standing texts stay', () => {
    const text = { id: '1', text: 'Code: HARBOUR.' };
    const texts = edited(rulesEditing, NO_DIFFERENCE, { kind: 'set_text', text });
    expect(texts.texts).toEqual([text]);
    expect(goesAlong(texts)).toBeNull();
    const both = edited(rulesEditing, texts, { kind: 'silence_caution', silent: { id: 'eye' } });
    expect(goesAlong(both)).toEqual({ ...both, texts: [] });
  });

  it('is refused in words, and meets another one of the same rule', () => {
    const broken = { kind: 'set_caution', caution: { ...jaw, say: ' ' } };
    expect(() => rulesEditing.parseChange(broken)).toThrowMatching(
      (error: Error) => error instanceof ChangeError && error.message === 'Say what a teacher would say.',
    );
    const keys = (id: string) => rulesEditing.keys({ kind: 'silence_caution', silent: { id } });
    expect(clashOf(keys('jaw'), keys('jaw'))).toBe('silent/jaw');
    expect(clashOf(keys('jaw'), keys('eye'))).toBeNull();
  });
});
