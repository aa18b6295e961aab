import { aLesson, aMove, aStep, way } from '../testing';
import { readFirst } from './read-first';

describe('the list to read first', () => {
  const slipway = aStep('s1', {
    move: aMove({
      name: 'Slipway',
      cautions: ['Never on the pulse.', 'Mind your collar.'],
      route: way('ear', 'collarbone'),
    }),
  });
  const jetty = aStep('s2', { move: aMove({ name: 'Long jetty', cautions: ['Mind your collar.'], tool: 'none' }) });
  const puff = aStep('s3', {
    move: aMove({ name: 'Puffin', region: 'cheek', action: 'puff', cautions: ['Own words.'] }),
  });
  const lesson = aLesson({ steps: [slipway, jetty, puff] });

  it('begins with what every lesson needs, then the strongest first', () => {
    const list = readFirst(lesson);
    expect(list[0]).toContain('not treatment');
    expect(list.slice(1).map((line) => line.split(/[:,]/)[0])).toEqual([
      'Draining strokes',
      'Neck',
      'Puffing and long breath',
      'Recent injections',
      'Mind your collar (Slipway',
      'Own words (Puffin).',
    ]);
    expect(readFirst(aLesson({ steps: [] })).length).toBe(1);
  });

  it('says each danger once: a move’s own caution that is said already is left out, the others name their moves', () => {
    const own = readFirst(lesson).filter((line) => line.includes('Slipway'));
    expect(own).toEqual(['Mind your collar (Slipway, Long jetty).']);
  });

  it('names only what is shown', () => {
    const shown = readFirst(lesson, new Set(['s3']));
    expect(shown.map((line) => line.split(/[:,]/)[0])).toEqual([
      'This is gentle self-care',
      'Puffing and long breath',
      'Own words (Puffin).',
    ]);
  });
});
