import { streamOf } from './tokens';
import { parseLines } from './lines';
import { wordsOf } from './words';

const read = (text: string): string => streamOf(wordsOf(parseLines(text))).text.trim();

// Common practice, no source; every example is invented.
describe('numbers that count steps', () => {
  it('are labels when a colon or a bracket follows', () => {
    expect(read('[0:10] Three: the window.')).toBe('step № , the window .');
    expect(read('[0:10] 2) The window.')).toBe('step № , the window .');
  });

  it('are labels when they go on counting from a labelled one', () => {
    expect(read('[0:10] Point five is the cheek.\n[0:40] Six. Bite once.')).toBe(
      'point № is the cheek . step № . bite once .',
    );
  });

  it('stay numbers when they are counted aloud, out of turn, or a dose', () => {
    for (const next of ['[0:14] Six. Bite once.', '[0:40] Nine. Bite once.', '[0:40] Six times on each side.'])
      expect(read(`[0:10] Point five is the cheek.\n${next}`))
        .withContext(next)
        .not.toContain('step');
    expect(read('[0:10] One.\n[0:20] Two.\n[0:30] Three.')).not.toContain('step');
  });
});
