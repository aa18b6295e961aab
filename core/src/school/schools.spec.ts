import { REGIONS } from '../face/regions';
import { aLesson, aMove, aStep } from '../testing';
import type { Move } from '../move/move.schema';
import type { MoveStep } from '../lesson/lesson.schema';
import { rankOf, ranksOf, rolesOf } from './roles';
import { schoolSchema } from './school.schema';
import { schoolOf } from '../caution/school-of';
import { SCHOOL_IDS, SCHOOL_NAMES, SCHOOLS } from './schools';

const step = (id: string, move: Partial<Move>): MoveStep =>
  aStep(id, { move: aMove({ id, route: [], ...move }), sidePlan: 'both' });

// The seven schools are common practice, no source.
describe('the schools', () => {
  it('are seven valid sets of rules, each named once', () => {
    for (const id of SCHOOL_IDS) expect(schoolSchema.parse(SCHOOLS[id])).toEqual(SCHOOLS[id]);
    expect(new Set(Object.values(SCHOOL_NAMES)).size).toBe(7);
  });

  it('name a region once in their order, and drains only where something drains', () => {
    for (const { order, drainage } of Object.values(SCHOOLS)) {
      expect(new Set(order).size).toBe(order.length);
      for (const region of [...order, ...drainage.opens, ...drainage.closes]) expect(REGIONS).toContain(region);
      if (drainage.closingNeeded) expect(drainage.closes.length).toBeGreaterThan(0);
    }
  });

  it('disagree on purpose: up or down, drain first, last or never', () => {
    const rank = (id: (typeof SCHOOL_IDS)[number], region: Move['region']): number => SCHOOLS[id].order.indexOf(region);
    expect(rank('upward_then_drain', 'jaw')).toBeLessThan(rank('upward_then_drain', 'forehead'));
    expect(rank('downward', 'forehead')).toBeLessThan(rank('downward', 'jaw'));
    expect(SCHOOLS.open_drains_first.drainage.opens).toEqual(['collarbone', 'neck', 'ear']);
    expect(SCHOOLS.holds.drainage.closes).toEqual([]);
    expect(SCHOOLS.tool_glide.backAndForth).toBeFalse();
  });

  it('may be changed for one lesson, which is then judged by its own copy', () => {
    const own = { ...SCHOOLS.downward, id: 'own', name: 'Harbour way' };
    expect(schoolOf(aLesson({ school: 'downward', ownSchool: own })).name).toBe('Harbour way');
    expect(schoolOf(aLesson({ school: 'downward' })).name).toBe('Work downward');
  });
});

describe('the role of a step', () => {
  const school = SCHOOLS.open_drains_first;
  const roles = (...steps: MoveStep[]): string[] => rolesOf(steps, school);
  const press = step('hollows', { region: 'collarbone', action: 'press' });
  const cheek = step('cheek', { region: 'cheek' });
  const down = step('down', { region: 'neck', action: 'drain' });

  it('is opening the first time that a drain is worked, closing after the work', () => {
    expect(roles(press, down, cheek, { ...down, id: 'again' })).toEqual(['opening', 'opening', 'work', 'closing']);
    expect(roles(cheek, down)).toEqual(['work', 'closing']);
  });

  it('is opening for every step in a region that the school opens, before the work', () => {
    const again = { ...down, id: 'again' };
    const ear = step('ear', { region: 'ear', action: 'circle' });
    expect(roles(press, down, again, ear, cheek, { ...down, id: 'last' })).toEqual([
      ...['opening', 'opening', 'opening', 'opening'],
      'work',
      'closing',
    ]);
  });

  it('of a drain between the work is work, unless that is all the closing there is', () => {
    const [threaded, last] = [
      { ...down, id: 'threaded' },
      { ...down, id: 'last' },
    ];
    const brow = step('brow', { region: 'brow' });
    expect(roles(down, cheek, threaded, brow, last)).toEqual(['opening', 'work', 'work', 'work', 'closing']);
    expect(ranksOf([down, cheek, threaded, brow], ['opening', 'work', 'work', 'work'], school)[2]).toBeNull();
    expect(roles(down, cheek, threaded, brow)).toEqual(['opening', 'work', 'closing', 'work']);
    expect(rolesOf([cheek, threaded, brow], SCHOOLS.with_products)).toEqual(['work', 'work', 'work']);
  });

  it('of a press in the hollows is opening wherever it stands', () => {
    expect(roles(cheek, press)).toEqual(['work', 'opening']);
  });

  it('of the breath at the beginning is opening in every school', () => {
    const breath = step('breath', { region: 'chest', action: 'breathe' });
    for (const id of SCHOOL_IDS) expect(rolesOf([breath, cheek], SCHOOLS[id])[0]).toBe('opening');
    expect(rolesOf([cheek, breath], SCHOOLS.holds)[1]).toBe('work');
  });

  it('has a rank by region, or by phase in the school that goes by phases', () => {
    expect(rankOf(cheek, school)).toBeGreaterThan(rankOf(step('jaw', { region: 'jaw' }), school)!);
    expect(rankOf(step('x', { region: 'shoulder' }), school)).toBeNull();
    expect(rankOf(step('tap', { action: 'tap' }), SCHOOLS.warm_work_soothe)).toBe(0);
    expect(rankOf(step('knead', { action: 'knead' }), SCHOOLS.warm_work_soothe)).toBe(2);
  });
});
