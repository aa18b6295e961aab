import { aMove, way } from '../testing';
import { likelyMoves } from './likely-moves';
import { nameIn } from './name-in';

const READ = { region: 'neck', action: 'stroke', tool: 'hand' } as const;
const slipway = aMove({
  id: 'slipway',
  name: 'Slipway',
  region: 'neck',
  action: 'stroke',
  route: way('ear', 'collarbone'),
});
const uphill = aMove({
  id: 'uphill',
  name: 'Uphill',
  region: 'neck',
  action: 'stroke',
  route: way('collarbone', 'ear'),
});
const stone = aMove({ id: 'stone', name: 'Stone run', region: 'neck', action: 'stroke', tool: 'stone' });
const jaw = aMove({ id: 'jaw', name: 'Jaw kneading', region: 'jaw', action: 'knead' });
const LIBRARY = [jaw, stone, uphill, slipway];

describe('the moves that a read step may be', () => {
  const ids = (words: string, read: Parameters<typeof likelyMoves>[0] = READ): string[] =>
    likelyMoves(read, words, LIBRARY).map(({ move, meant }) => `${move.id}${meant ? '!' : ''}`);

  it('are those of its region and action, the right way and with the right tool first', () => {
    expect(ids('Stroke from the ear down to the collarbone.')).toEqual(['slipway!', 'uphill!', 'stone']);
    expect(ids('Stroke from the collarbone up to the ear.')).toEqual(['uphill!', 'slipway!', 'stone']);
    expect(ids('Stroke it, downward.')[0]).toBe('slipway!');
    expect(ids('Stroke it.', { ...READ, tool: 'stone' })[0]).toBe('stone!');
  });

  it('are not those that share no more than a place, unless their name is said', () => {
    expect(ids('Press it.', { region: 'jaw', action: 'press', tool: 'none' })).toEqual([]);
    expect(ids('Jaw kneading, six times.', { region: 'cheek', action: 'press', tool: 'hand' })).toEqual(['jaw!']);
  });
});

describe('what an instructor calls a move', () => {
  it('is what she says that it is called, or a heading that names it', () => {
    expect(nameIn('I call this one the lighthouse, because it goes round.')).toBe('Lighthouse');
    expect(nameIn('The next one is called harbour bell. Press …')).toBe('Harbour bell');
    expect(nameIn('Next, lip glides. Two fingers, six times.')).toBe('Lip glides');
    expect(nameIn('Number four. Temple circles: five back, five forward.')).toBe('Temple circles');
  });

  it('is not what she tells to do, nor a place, nor a sentence', () => {
    for (const words of [
      'Knead the jaw. Six times.',
      'The forehead. Flat hands, up into the hair.',
      'Left cheek. From the nose to the ear.',
      'The neck is often forgotten. It gets sun.',
      'Lip glides',
      '',
    ])
      expect(nameIn(words)).withContext(words).toBeNull();
  });
});
