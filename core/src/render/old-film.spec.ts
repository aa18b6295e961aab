import { draftLesson, draftSteps } from '../draft/draft';
import { readNarration } from '../narration/read';
import { oldFilmWords, timelineAsRead } from './old-film';

const TEXT = `[0:00] Good morning from the pier. This melts a double chin away in two weeks.
[0:14] First, stroke down the left side of the neck, from the ear to the collarbone, five strokes.
[0:34] And the other side, five strokes.
[0:50] Next, knead the jaw with your knuckles for twenty seconds.
[1:20] Now stroke the forehead up into the hair, six strokes.
[1:50] That's it. Once a day. Bye.`;

describe('what is pasted beside an old film', () => {
  let made = 0;
  const narrated = readNarration(TEXT);
  const steps = draftSteps(narrated, [], () => `id${made++}`);
  const lesson = draftLesson(narrated, steps, 'Old pier', 'old');

  it('has a chapter where each move is said to begin, both sides in one, the first at 0:00', () => {
    expect(oldFilmWords(narrated, steps, lesson, '').description.split('\n').slice(0, 4)).toEqual([
      '0:00 Old pier',
      '0:14 Stroke, neck',
      '0:50 Knead, jaw',
      '1:20 Stroke, forehead',
    ]);
    expect(timelineAsRead(narrated, steps).durationMs).toBe(narrated.steps.at(-1)!.endMs);
  });

  it('begins with what stands under the film today, put right', () => {
    const words = oldFilmWords(
      narrated,
      steps,
      lesson,
      'From the pier. Your wrinkles disappear.\n0:00 A\n0:10 B\n0:20 C',
    );
    expect(words.mended.map(({ was }) => was)).toEqual(['Your wrinkles disappear.']);
    expect(words.own).toMatch(/^From the pier\. It may .+\.$/);
    expect(words.description).toBe(`${words.own}\n\n${oldFilmWords(narrated, steps, lesson, '').description}`);
  });

  it('says who should ask first', () => {
    const { description } = oldFilmWords(narrated, steps, lesson, '');
    expect(description).toContain('Who should ask first\nThis is gentle self-care, not treatment.');
  });

  it('takes back what is said as certain, in careful words, and nothing else', () => {
    expect(oldFilmWords(narrated, steps, lesson, '').pinned).toBe(
      '0:05 I say “This melts a double chin away in two weeks”. That is how it feels to me, and no promise: faces differ.',
    );
    const careful = readNarration(TEXT.replace('This melts a double chin away in two weeks.', 'It may feel lighter.'));
    expect(oldFilmWords(careful, [], lesson, '').pinned).toBe('');
  });
});
