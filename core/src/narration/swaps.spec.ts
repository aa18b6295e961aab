import { readNarration, readingOf } from './read';
import type { Word } from './words';

// The shapes of narration are common practice, no source; every example is invented.
describe('changes of side', () => {
  const swaps = (text: string): number =>
    readingOf(readNarration(`[0:00] Hello. [0:10] Stroke down the left side of the neck, five times. ${text}`)).swaps
      .length;

  it('are heard in the ways that they are said', () => {
    for (const text of [
      'And the other side.',
      'Switch sides.',
      'Now the right side.',
      'Three, two, one, change.',
      'Same thing over here on the right.',
      'We give the right what the left had.',
      'Like that, nobody goes out: right side, five again.',
      'And right.',
      'Let’s do the right-hand side.',
      'Left eye open, right eye still in bed. Then the right side.',
      'Left eye open. Right one now.',
      'Onto the right side.',
      'Right this time.',
      'We’ll go over to the right.',
      'All of that on the right.',
      'Check your shoulders and we do all of that once more on the right from the bottom up.',
      'The right side deserves it too.',
      'Let’s not forget the right side.',
      'Right side next.',
      'Let’s do the same on the other.',
      'Okay, flip sides.',
      'And the back of the left hand, down the right side.',
      'And the opposite, five more.',
      'We devote ourselves to the right side in the same manner.',
      'Right, five.',
      'Love that and the right side five and breathe.',
      'Then the right neck, five strokes and tongue out.',
      'Okay and now we do this side.',
    ])
      expect(swaps(`\n[0:30] ${text}`))
        .withContext(text)
        .toBe(1);
  });

  it('are not heard where a hand, a lane or a later time is meant', () => {
    for (const text of [
      'Help with the other hand.',
      'Stay with that same side.',
      'Now the lane next to it.',
      'After twenty seconds we do the other side.',
      'Does it feel different from the other side?',
      'Before we switch, breathe.',
      'Send the air to the other cheek, and back.',
      'It sits right under the skin.',
      'With your right hand hold the skin.',
      'Use the other hand.',
      'Move from left to right.',
      'Tilt your head to the right.',
      'Then we will do the right in a moment.',
      'The left side is softer now than the right.',
      'That’s right, slowly.',
      'Left, right, left, right.',
      'Some people start with the right.',
      'Not on the right yet.',
      'Eight to the right.',
      'Right eyebrow, from the nose outwards, four times.',
      'Forehead, right half, up into the hair.',
      'Push the air into the left cheek, the right cheek, above the lip.',
      'Five strokes and the left side five again.',
      'The other half of the forehead’s off stage.',
      'The other side of the neck is long.',
      'Keep away from the pulse. Down the left, five times.',
    ])
      expect(swaps(`\n[0:30] ${text}`))
        .withContext(text)
        .toBe(0);
  });

  /** The words with which the side is said to change. */
  const changing = (narration: string): Word[] => {
    const { words, swaps: found } = readNarration(narration);
    return found.map(({ evidence }) => words[evidence.from]!);
  };

  it('are heard where the other side is told with nothing but its dose, also of where the head turns', () => {
    const answered = (text: string): string[] =>
      changing(`[0:00] Hello.\n[0:10] ${text}\n[0:50] Bye.`).map(({ norm }) => norm);
    for (const text of [
      'Turn your head to the left and look up, nine seconds. And to the right, nine seconds.',
      'Drop the left ear, two breaths. It may hang there. And right, two breaths.',
      'Bend to the left and let the right shoulder sink, two breaths. Nobody pulls. And now over to the right, two breaths.',
      'Pull the stone to the left ear, seven times. That is lovely. And to the right ear, also seven times.',
      'Stroke the left side of the neck, six times. Not much pressure. And the right side of the neck, six times.',
      'Look over the left shoulder, as if a ship came, four breaths. Nobody pushes. And look over the right shoulder, four breaths.',
      'Your head sinks to the left, five breaths. It’s heavy by itself. And let it sink to the right. Five breaths.',
      'Lean to the left, four breaths. If your neck hurts you stop and lean to the right, four breaths.',
    ])
      expect(answered(text)).withContext(text).toEqual(['and']);
    for (const text of [
      'Turn your head to the left, nine seconds. And to the left, nine seconds.',
      'Turn your head to the left and look up. And to the right, nine seconds.',
      'Look over the left shoulder, four breaths.\n[4:00] Look over the right shoulder, four breaths.',
      'Press the chin, two breaths. And to the right, two breaths.',
      'Look over the left shoulder, four breaths. Nobody pushes. And press the bone under the right eye, four breaths.',
      'The head sinks to the left. And let it sink to the right, four breaths.',
      'Tilt your head to the left, four breaths. Then breathe into the right, four breaths.',
    ])
      expect(answered(text)).withContext(text).toEqual([]);
  });

  it('are heard where another hand helps, or the same words are told of the other side', () => {
    const found = changing(
      '[0:00] Hello.\n[0:10] Left hand against the temple, push for five seconds. Lovely. Right hand against the temple, push for five seconds.' +
        '\n[0:40] Wink with the left, four times; wink with the right, four times. Bye.',
    );
    expect(found.map(({ text }) => text)).toEqual(['Right', 'wink']);
  });

  it('are none where only one side was worked: “right” begins what is said', () => {
    const found = changing(
      '[0:00] Right so hello. [0:10] Lean your head over to the left, fifteen seconds. Nothing is forced. [0:40] Bye.',
    );
    expect(found).toEqual([]);
  });

  it('are none where both sides were worked and another step begins', () => {
    const found = changing(
      '[0:00] Hello. [0:10] Lift the left eyebrow, eight times. [0:25] Lift the right eyebrow, eight times. ' +
        '[0:40] Smile with the left half now, six seconds. [0:55] And the right half, six seconds. Bye.',
    );
    expect(found.map(({ text }) => text)).toEqual(['Lift', 'And']);
  });

  it('begin with the way to the other side', () => {
    for (const way of ['Come up slowly, and now', 'Back through the middle, and do', 'Okay, so now let’s do']) {
      const found = changing(
        `[0:00] Hello.\n[0:10] Stroke the left side of the neck, six times. ${way} the other side. Bye.`,
      );
      expect(found.map(({ norm }) => norm)).toEqual([way.toLowerCase().split(/[ ,]/)[0]!]);
    }
  });

  it('begin where the other side is told, not with the dose before it', () => {
    const found = changing('[0:00] Hello.\n[0:10] Neck sweeps left, five sweeps and right. Five. Bye.');
    expect(found.map(({ norm }) => norm)).toEqual(['right']);
  });
});
