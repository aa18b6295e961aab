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

  // General knowledge, no source: what is asked of whom, by region, action and tool.
  const said = (move: Parameters<typeof aMove>[0]): string[] =>
    readFirst(aLesson({ steps: [aStep('s', { move: aMove({ region: 'cheek', action: 'hold', ...move }) })] })).slice(3);
  const begins = (move: Parameters<typeof aMove>[0]): string[] => said(move).map((line) => line.split(/[:,]/)[0]!);

  it('warns of the neck, the jaw and the eyes wherever they are worked, or worked towards', () => {
    expect(begins({})).toEqual([]);
    for (const region of ['neck', 'nape', 'collarbone'] as const)
      expect(begins({ region })).withContext(region).toEqual(['Neck']);
    expect(begins({ region: 'jaw' })).toEqual(['Jaw pain']);
    for (const region of ['eye', 'brow'] as const) expect(begins({ region })).withContext(region).toEqual(['Eyes']);
    for (const region of ['cheek', 'forehead', 'ear', 'lips', 'chin'] as const)
      expect(begins({ region })).withContext(region).toEqual([]);
    expect(begins({ region: 'ear', action: 'stroke', direction: { from: 'ear', to: 'neck' } as never })).toEqual([
      'Neck',
    ]);
  });

  it('warns of draining, of breath and of cold by what is done and with what', () => {
    expect(begins({ action: 'drain' })).toEqual(['Draining strokes']);
    expect(said({ action: 'drain' })[0]).toMatch(/fever or infection, thrombosis, heart or kidney failure, cancer/);
    for (const action of ['puff', 'breathe'] as const)
      expect(begins({ action })).withContext(action).toEqual(['Breath']);
    for (const tool of ['stone', 'roller', 'spoon'] as const)
      expect(begins({ tool })).withContext(tool).toEqual(['Cold tools']);
    for (const action of ['stroke', 'hold', 'press', 'tap'] as const)
      expect(begins({ action })).withContext(action).toEqual([]);
  });

  it('says a caution of several moves once, with their names', () => {
    const own = readFirst(aLesson({ steps })).filter((line) => line.includes('Slipway'));
    expect(own).toEqual(['Never on the pulse (Slipway, Long jetty).']);
  });
});
