import { parseLines } from '../narration/lines';
import { aLesson, aMove, aStep } from '../testing';
import { alignLesson } from './align-lesson';
import { begunAnew } from './begun-anew';
import { captionWords } from './heard';

/** What was broken off, with the apology, in words. */
const broken = (text: string): string[] => {
  const said = captionWords(parseLines(`[0:05] ${text}`));
  return begunAnew(said).broken.map(([from, to]) =>
    said
      .slice(from, to)
      .map((word) => word.text)
      .join(' '),
  );
};

describe('a sentence that was spoilt and comes again', () => {
  it('is known by what is said in between, with stops and without', () => {
    expect(broken('Soft hands. Knuckles into the. Sorry, again from here. Knuckles into the jaw muscle.')).toEqual([
      'knuckles into the sorry again from here',
    ]);
    expect(broken('and soft hands knuckles into the let me say that again knuckles into the jaw muscle')).toEqual([
      'knuckles into the let me say that again',
    ]);
    expect(broken('Press in and. No, wait. Once more. Press in and up.')).toEqual(['press in and no wait once more']);
    expect(broken('From the chin. Oops, again. From the chin to the ear.')).toEqual(['from the chin oops again']);
  });

  it('is known where the second time is told otherwise, or a word of it misheard', () => {
    expect(broken('It makes the lymph. Let me say that again. And then it makes the limp flow.')).toEqual([
      'it makes the lymph let me say that again',
    ]);
  });

  it('is known where words of what is said in between were misheard or missed', () => {
    expect(broken('Soft hands. Knuckles into the. Sorry, tie from here. Knuckles into the jaw.')).toEqual([
      'knuckles into the sorry tie from here',
    ]);
    expect(broken('Tongue out, eyes wide. Colour wait. Once more. Tongue out, eyes wide, seven seconds.')).toEqual([
      'tongue out eyes wide colour wait once more',
    ]);
    expect(broken('To close, from the. Let say that again. To close, from the temples down.')).toEqual([
      'to close from the let say that again',
    ]);
  });

  it('may be work, where somebody only apologises', () => {
    const apologies = (text: string): number => begunAnew(captionWords(parseLines(`[0:05] ${text}`))).apologies.length;
    expect(apologies('Press and hold. Sorry, again from here. Under the chin now.')).toBe(1);
    expect(apologies('Press and hold. Sorry, tie from here. Under the chin now.')).toBe(1);
    expect(apologies('Press and hold. And again from the ear. Five, no more. Wait here.')).toBe(0);
  });

  it('is none where nothing comes again, and where the words are part of the work', () => {
    for (const text of [
      'Let the jaw hang. Let me say that again tomorrow, when the wind is down.',
      'You can hear the gulls, I am sorry about that. You can hear the gulls all day.',
      'We do that again on the other side. We do that again for the last time.',
      'Knead along the jaw. Once more. Knead along the jaw.',
      'There is no waiting here. There is no waiting here.',
      'Sorry, again from here.',
      'Stroke the jaw. Again from the chin: stroke the jaw.',
      'Press at the brow, no more. Press at the brow, once more.',
    ])
      expect(broken(text)).withContext(text).toEqual([]);
  });

  it('does not count: the step begins with the second time, also where the first one was closer to what is written', () => {
    const lesson = aLesson({
      steps: [
        aStep('jaw', {
          ...{ move: aMove({ name: 'Rope knead' }), sidePlan: 'both' },
          narration: { before: 'Knead along the jaw muscle with soft knuckles, eight times.', during: '', after: '' },
        }),
      ],
    });
    for (const anew of [
      'Knead along the jaw muscle with soft knuckles, eight times.',
      'Knead jaw muscle, soft knuckles, eight.',
    ]) {
      const first = '[0:05] Knead along the jaw muscle with soft knuckles\n[0:08] Sorry, again from here.';
      const said = alignLesson(lesson, parseLines(`${first}\n[0:11] ${anew}`));
      expect(said.again.length).toBe(1);
      expect(said.again[0]!.startMs).toBeLessThan(6000);
      expect(said.again[0]!.endMs).toBeGreaterThanOrEqual(11_000);
      expect(said.steps[0]!.startMs).withContext(anew).toBeGreaterThanOrEqual(11_000);
    }
  });
});
