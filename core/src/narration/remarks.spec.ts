import { readNarration, readingOf } from './read';

// The shapes of narration are common practice, no source; every example is invented.
describe('cautions', () => {
  const about = (text: string): string[] => readingOf(readNarration(`[0:10] ${text}`)).cautions.map((one) => one.about);
  const cases: Record<string, string[]> = {
    'Just the weight of the stone.': ['pressure'],
    'Under the eye, hardly touching.': ['eye'],
    'The skin should not wrinkle in front of your fingers.': ['no_drag'],
    'Drop the jaw so that the teeth don’t touch.': ['teeth'],
    'Don’t bend the head backwards.': ['neck'],
    'Listen to your own body.': ['own_level'],
    'A bit of muscle ache the day after is normal.': ['soreness'],
    'After injections ask whoever did them.': ['refer_professional'],
    'If it turns red you press too much.': ['pressure', 'redness'],
    'Like you are stroking a bird.': ['pressure'],
    'Keep away from the middle, where the windpipe is.': ['neck'],
    'Let the forehead go soft.': ['brow_tension'],
    'My dentist sends me birthday cards.': [],
    'You do not need a lot of pressure.': ['pressure'],
    'Go easy on the pressure.': ['pressure'],
    'You should not see a dent in the skin.': ['pressure'],
    'Never do this on dry skin.': ['no_drag'],
    'Be careful with your neck here.': ['neck'],
    'Jaw unclenched please.': ['teeth'],
    'Lips closed, teeth slightly open.': ['teeth'],
    'Skip this if you have a cold sore.': ['skin_condition'],
    'With sensitive skin do a patch test.': ['skin_condition'],
    'You may feel it the next day.': ['soreness'],
    'Do as many as you can.': ['own_level'],
    'If five is too many do three.': ['own_level'],
    'Freshly cleansed skin.': ['hygiene'],
    'Extra light under the eyes.': ['eye'],
    'Watch that you don’t frown.': ['brow_tension'],
    'This is not medical advice.': ['refer_professional'],
    'Bite your lower lip.': [],
    'Stroke up to the temple.': [],
  };
  for (const [text, expected] of Object.entries(cases)) it(`in “${text}”`, () => expect(about(text)).toEqual(expected));
});

describe('claims in a caution', () => {
  const strong = (words: string): string[] =>
    readNarration(`[0:05] ${words}`)
      .claims.filter((one) => one.strength === 'strong')
      .map((one) => one.about);

  it('are none, unless the caution itself is talked away', () => {
    expect(strong('Acne heals with this.')).toEqual(['skin_condition']);
    expect(strong('Avoid the cheeks, acne heals slowly.')).toEqual([]);
    expect(strong('Pain that does not go away is not for this.')).toEqual([]);
    expect(strong('There is no risk, so skip the list.')).toEqual(['safety']);
  });
});

describe('what is said', () => {
  const read = (words: string) => readNarration(`[0:05] ${words}`);
  const startOf = ({ words }: ReturnType<typeof read>, norm: string): number =>
    words.find((word) => word.norm === norm)!.startMs;

  it('begins with its sentence or, where that is long, with its condition, where it is a caution', () => {
    const short = read('Hello. Your skin may become a bit red.\n[0:40] Bye.');
    expect(short.cautions.map(({ about, atMs }) => [about, atMs])).toContain(['redness', startOf(short, 'your')]);
    const text = read('Now the neck, and if it pinches there or goes down the arm for long, ask your doctor.');
    expect(text.cautions.find((one) => one.about === 'refer_professional')?.atMs).toBe(startOf(text, 'if'));
  });

  it('begins with its sentence, where it is a claim, and after the work that is told before it', () => {
    const text = read('Hello. All of us know somebody whose neighbour says that it reverses ageing.');
    expect(text.claims.map(({ about, atMs }) => [about, atMs])).toEqual([['younger', startOf(text, 'all')]]);
    const work = read('Hello. Many people find this massage very calming.\n[0:40] Bye.');
    expect(work.claims.map(({ about, atMs }) => [about, atMs])).toEqual([['stress', startOf(work, 'many')]]);
    const told = read('Hello. Press the bone under your brow, because this clears your sinuses.');
    expect(told.claims[0]!.atMs).toBeGreaterThan(startOf(told, 'press'));
  });

  it('begins with the words that lead to its number, where it is a promise', () => {
    const text = read('Hello and welcome to this lesson for the jaw, it takes about nine minutes.');
    expect(text.promises.map(({ kind, atMs }) => [kind, atMs])).toEqual([['minutes', startOf(text, 'it')]]);
    const two = read('Hello. Today we do five small drills in six minutes.');
    expect(two.promises.map(({ kind, atMs }) => [kind, atMs])).toEqual([
      ['moves', startOf(two, 'today')],
      ['minutes', startOf(two, 'in')],
    ]);
  });
});

describe('claims and promises', () => {
  const read = (text: string) => readingOf(readNarration(`[0:05] ${text}`));

  it('are strong when nothing hedges them, mild when something does, and none when they are denied', () => {
    expect(read('This will erase your wrinkles.').claims.map((one) => [one.about, one.strength])).toEqual([
      ['wrinkle', 'strong'],
    ]);
    expect(read('It may help you look a little less puffy for an hour.').claims.map((one) => one.strength)).toEqual([
      'mild',
    ]);
    expect(read('It will not flush toxins out.').claims).toEqual([]);
    expect(read('If you wake up with a puffy face, this is for you.').claims).toEqual([]);
    expect(read('See a dentist about pain that doesn’t go away.').claims).toEqual([]);
  });

  const claimed: Record<string, string> = {
    'It reverses ageing.': 'younger strong',
    'It burns face fat.': 'slim_face strong',
    'This releases so much tension in the jaw.': 'pain_relief strong',
    'It clears your sinuses.': 'allergy strong',
    'It corrects your overbite.': 'bite_or_protrusion strong',
    'It evens out your skin tone.': 'skin_condition strong',
    'This lifts the cheeks.': 'lift strong',
    'You might notice that the brows look lifted.': 'lift mild',
    'It may make the jaw look a bit more defined.': 'slim_face mild',
    'Great for nasolabial folds.': 'wrinkle mild',
    'I can’t promise that you look younger.': '',
    'Stroke along the smile lines.': '',
    'Smile and lift the corners.': '',
    'Wrinkle and loosen the nose for ten seconds.': '',
  };
  for (const [text, expected] of Object.entries(claimed))
    it(`are read in “${text}”`, () =>
      expect(
        read(text)
          .claims.map((one) => `${one.about} ${one.strength}`)
          .join(),
      ).toBe(expected));

  it('are not of another lesson, and not looked for in the whole text', () => {
    const { promises } = readingOf(
      readNarration('[0:02] It’s about eight minutes long.\n[0:30] Press the temples.\n[1:00] Sleep well.'),
    );
    expect(promises.map(({ kind, low }) => [kind, low])).toEqual([['minutes', 8]]);
  });

  it('are told from other minutes and weeks: a routine of so many, so many a point, known by heart in a week', () => {
    const promised = (text: string): unknown[] =>
      readingOf(
        readNarration(`[0:00] ${text}\n[0:20] Knead the jaw, six times.\n[4:00] Monday to Friday. Bye.`),
      ).promises.map(({ kind, low, unit }) => [kind, low, unit]);
    const often = ['frequency', 5, 'per_week'];
    expect(promised('A practice of about eight minutes for the jaw.')).toEqual([['minutes', 8, 'minutes'], often]);
    expect(promised('A big heavy stone roller comes along, you bring along eight minutes of your time.')).toEqual([
      ['minutes', 8, 'minutes'],
      often,
    ]);
    expect(promised('My roller is with me and eight minutes before we leave.')).toEqual([
      ['minutes', 8, 'minutes'],
      often,
    ]);
    expect(promised('The roller was in the ice for eight minutes before that.')).toEqual([often]);
    expect(promised('Points, one minute per point, learned by heart.')).toEqual([often]);
    expect(promised('You know them by heart in a week.')).toEqual([often]);
    expect(promised('Five moves, six minutes, and a towel.')).toEqual([
      ['moves', 5, 'moves'],
      ['minutes', 6, 'minutes'],
      often,
    ]);
    expect(promised('Cheeks today, it’s only four minutes five moves.')).toEqual([
      ['minutes', 4, 'minutes'],
      ['moves', 5, 'moves'],
      often,
    ]);
    expect(promised('Join me for four minutes at sixty beats.')).toEqual([['minutes', 4, 'minutes'], often]);
    expect(promised('It will last nine minutes.')).toEqual([['minutes', 9, 'minutes'], often]);
    for (const told of [
      'The shop opens in ten minutes.',
      'Twenty minutes to curtain.',
      'Your jaw gets sharper every day.',
      'If you’ve practised every evening, be proud.',
      'Here is the routine that I do every morning.',
      'Knead for one full minute.',
    ])
      expect(promised(told)).withContext(told).toEqual([often]);
    expect(promised('Done twice weekly.')).toEqual([['frequency', 2, 'per_week'], often]);
  });

  it('tell minutes, moves, how often and after how long', () => {
    const { promises } = read(
      'Five moves in under six minutes, twice a day. You may see a difference in two to three weeks.',
    );
    expect(promises.map(({ kind, low, high, unit }) => [kind, low, high, unit])).toEqual([
      ['moves', 5, 5, 'moves'],
      ['minutes', 6, 6, 'minutes'],
      ['frequency', 2, 2, 'per_day'],
      ['onset', 2, 3, 'weeks'],
    ]);
  });
});
