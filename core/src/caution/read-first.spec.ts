import { aLesson, aMove, aStep } from '../testing';
import { readFirst } from './read-first';

describe('the list to read first', () => {
  const moveOf = (name: string) => aMove({ name, region: 'neck', cautions: ['Never on the pulse.'] });
  const steps = [aStep('s1', { move: moveOf('Slipway') }), aStep('s2', { move: moveOf('Long jetty') })];

  it('says what every lesson needs, and what its regions and actions need', () => {
    const list = readFirst(aLesson({ steps }));
    expect(list[0]).toContain('not treatment');
    expect(list.some((line) => line.startsWith('Neck:'))).toBeTrue();
    expect(list.some((line) => line.startsWith('Eyes:'))).toBeFalse();
    expect(readFirst(aLesson({ steps: [] })).length).toBe(3);
  });

  it('says a caution of several moves once, with their names', () => {
    const own = readFirst(aLesson({ steps })).filter((line) => line.includes('Slipway'));
    expect(own).toEqual(['Never on the pulse (Slipway, Long jetty).']);
  });
});
