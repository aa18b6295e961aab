import { isSaid, names, saysWhatToDo, speaksOf } from './said';

describe('a sentence that warns', () => {
  it('says what to do, and does not only speak of something', () => {
    for (const advice of [
      'If your jaw clicks, leave this one out.',
      'Ask your doctor first.',
      'Lenses out, please.',
      'Not with a fever.',
      'Whoever has high blood pressure leaves this out.',
      'Freshly peeled skin waits.',
      'When it hurts, stop.',
      'Please do not press.',
      'This is not for you with a pacemaker.',
    ])
      expect(saysWhatToDo(advice)).withContext(advice).toBeTrue();
    for (const talk of [
      'My doctor is a funny man, by the way.',
      'My jaw never clicks.',
      'Gentle, light as a feather, over the throat.',
      'A cold roller wakes the face.',
      'It goes up to the ear and down.',
    ])
      expect(saysWhatToDo(talk)).withContext(talk).toBeFalse();
  });

  it('names the danger by all of its words, each standing for what begins with it', () => {
    expect(names('If your jaw is clicking', 'jaw + click')).toBeTrue();
    expect(names('If your jaw is fine', 'jaw + click')).toBeFalse();
    expect(names('Unclick your jaw', 'jaw + click')).toBeFalse();
    expect(names('C++ and a dot.', 'dot.')).toBeTrue();
    expect(isSaid('Leave it out.', ['jaw + click'])).toBeFalse();
    expect(isSaid('If the jaw clicks, leave it out.', ['fever', 'jaw + click'])).toBeTrue();
  });

  it('tells what is done from what is never done', () => {
    expect(speaksOf('open wide, like a hatch.', 'open + wide')).toBeTrue();
    expect(speaksOf('never open wide here.', 'open + wide')).toBeFalse();
    expect(speaksOf('open a little. the hatch is wide.', 'open + wide')).toBeFalse();
    expect(speaksOf('do not chew. now chew.', 'chew')).toBeTrue();
    expect(speaksOf('eschew it', 'chew')).toBeFalse();
  });
});
