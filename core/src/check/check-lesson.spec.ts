import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { otherSchools, orderFindings } from './order-findings';
import { practiceCut, singleStep } from '../schedule/practice-cut';
import { schedule } from '../schedule/schedule';
import { balanceOf } from './balance';
import type { Move } from '../move/move.schema';
import { readingEase } from './reading-ease';
import { filled, unfilled } from '../speech/fields';
import { screeningQuestions } from './cautions';
import { aLesson, aMove, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import { lengthFindings } from './length';

const step = (id: string, move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, { move: aMove({ id, name: id, region: 'cheek', sidePlan: 'both', ...move }), sidePlan: 'both', ...change });
const said = (before: string, during = '', after = '') => ({ before, during, after });
const rules = (lesson: Lesson): string[] => checkLesson(lesson).map((one) => one.rule);
const of = (...steps: MoveStep[]): Lesson => aLesson({ closing: 'Once a day.', steps });

// All rules are common practice or general knowledge, no source, unless said otherwise.
describe('findings', () => {
  it('are told with a repair that mends them', () => {
    const uneven = of(
      step(
        'a',
        {},
        { sidePlan: 'left_right', dose: reps(8, 1000), rightDose: reps(6, 1000), narration: said('Stroke.') },
      ),
    );
    const finding = checkLesson(uneven).find((one) => one.rule === 'uneven-sides')!;
    expect(finding.severity).toBe('must');
    expect(finding.message).toBe('a: your left gets 8, your right 6.');
    const mended = applyChange(uneven, finding.repairs[0]!.change!);
    expect(rules(mended)).not.toContain('uneven-sides');
    expect(balanceOf(mended).left).toEqual(balanceOf(mended).right);
  });

  it('know a second side that is left out on purpose', () => {
    const only = step('a', {}, { sidePlan: 'left_only', narration: said('Stroke.') });
    expect(rules(of(only))).toContain('second-side-missing');
    expect(rules(of({ ...only, compares: true }))).not.toContain('second-side-missing');
    const other = { ...only, id: 'b', sidePlan: 'right_only' as const };
    expect(rules(of(only, other))).not.toContain('second-side-missing');
  });

  it('hear a dose in the words that is not the planned one, and offer the field', () => {
    const hold = {
      form: 'hold' as const,
      reps: exactly(3),
      holdMs: exactly(6000),
      releaseMs: 1000,
      sets: exactly(1),
      restMs: 0,
    };
    const lesson = of(step('Gull', {}, { dose: hold, narration: said('Smile and hold for ten seconds.') }));
    const finding = checkLesson(lesson).find((one) => one.rule === 'said-not-planned')!;
    expect(finding.message).toBe('You say “ten seconds”; this step holds 6.');
    const mended = applyChange(lesson, finding.repairs[0]!.change!);
    expect(mended.steps[0]!.narration.before).toBe('Smile and hold for {hold} seconds.');
    expect(rules(mended)).not.toContain('said-not-planned');
  });

  it('tell sides that are said the other way round', () => {
    const plan = { sidePlan: 'left_right' as const };
    expect(rules(of(step('a', {}, { ...plan, narration: said('Start on the right side.') })))).toContain(
      'other-side-said',
    );
    expect(rules(of(step('a', {}, { ...plan, narration: said('Right hand, left side.') })))).not.toContain(
      'other-side-said',
    );
  });

  it('tell wrong step numbers, a last move that is not the last, and pointing words', () => {
    const found = rules(
      of(
        step('a', {}, { narration: said('Step two: stroke like this. This is the last move.') }),
        step('b', {}, { narration: said('Step two: stroke.') }),
      ),
    );
    expect(found.filter((rule) => rule === 'step-number').length).toBe(1);
    expect(found).toContain('not-the-last');
    expect(found).toContain('only-in-the-picture');
  });

  it('know what body and voice allow', () => {
    const busy = step('a', { mouthBusy: true }, { narration: said('Lips in.', 'Smile with the corners.') });
    expect(rules(of(busy))).toContain('mouth-busy');
    expect(rules(of({ ...busy, voiceOver: true }))).not.toContain('mouth-busy');
    const blind = step(
      'b',
      { eyesOff: true, region: 'nape' },
      { sidePlan: 'left_right', narration: said('Chin to the chest.') },
    );
    expect(rules(of(blind)).filter((rule) => rule === 'not-heard').length).toBe(3);
    // A knock and a bell are heard as well as words.
    expect(rules({ ...of(blind), cueSounds: 'eyes_off' })).not.toContain('not-heard');
    const heard = {
      ...blind,
      counted: true,
      narration: said('Chin to the chest.', '', 'Now the other side. And let go.'),
    };
    expect(rules(of(heard))).not.toContain('not-heard');
  });

  it('want a caution before the move that it belongs to, and once', () => {
    const jaw = step('a', { region: 'jaw', action: 'knead', pressure: 'medium' }, { narration: said('Knead.') });
    const lesson = of(jaw, { ...jaw, id: 'b' });
    const ofJaw = (one: Lesson) => checkLesson(one).filter(({ rule, about }) => rule === 'caution' && about === 'jaw');
    const found = ofJaw(lesson);
    expect(found.length).toBe(1);
    expect(found[0]!.areas.map((one) => [one.region, one.side])).toEqual([
      ['jaw', 'left'],
      ['jaw', 'right'],
    ]);
    expect(found[0]!.because).toBe('works deep at the jaw');
    for (const repair of found[0]!.repairs) expect(ofJaw(applyChange(lesson, repair.change!))).toEqual([]);
    expect(screeningQuestions(lesson)).toContain('Does your jaw hurt, click or lock?');
  });

  it('hold the promise against the lesson', () => {
    const steps = [step('a', {}, { dose: reps(10, 1000), narration: said('Stroke.') })];
    expect(rules({ ...of(...steps), opening: 'Two moves in five minutes.' })).toEqual(
      jasmine.arrayContaining(['promise-moves', 'promise-minutes']),
    );
    expect(rules({ ...of(...steps), promise: 'Under a minute, one move.' })).not.toContain('promise-moves');
    expect(rules(aLesson({ steps }))).toContain('promise-frequency-missing');
    expect(rules({ ...of(...steps), promise: 'Twice a week.' })).toContain('promise-frequency');
  });

  it('mark certain claims and leave careful ones', () => {
    const certain = { ...of(), opening: 'This will erase your wrinkles.' };
    const finding = checkLesson(certain).find((one) => one.rule === 'claim-wrinkle')!;
    expect(finding.message).toContain('promises too much');
    expect(rules(applyChange(certain, finding.repairs[0]!.change!))).not.toContain('claim-wrinkle');
    expect(
      rules({ ...of(), opening: 'It may help you notice less puffiness for a while.' }).some((rule) =>
        rule.startsWith('claim'),
      ),
    ).toBeFalse();
  });
});

describe('the order of a lesson', () => {
  const collarbone = step('hollows', { region: 'collarbone', action: 'press', pressure: 'feather' });
  const cheek = step('cheek', { region: 'cheek' });
  const close = step(
    'down',
    { region: 'neck', action: 'drain', pressure: 'feather', sidePlan: 'left_right' },
    { sidePlan: 'left_right' },
  );
  const found = (school: Lesson['school'], ...steps: MoveStep[]): string[] =>
    orderFindings(aLesson({ school, steps })).map((one) => one.rule);

  it('is judged by its own school', () => {
    expect(found('open_drains_first', cheek, close)).toContain('drain-not-opened');
    expect(found('open_drains_first', collarbone, cheek, close)).not.toContain('drain-not-opened');
    expect(found('upward_then_drain', cheek)).toContain('no-closing');
    expect(found('holds', cheek)).not.toContain('no-closing');
    const eye = step('eye', { region: 'eye' });
    expect(found('upward_then_drain', eye, cheek, close)).toContain('jump-back');
    expect(found('downward', eye, cheek, close)).not.toContain('jump-back');
  });

  it('says on request what other schools would say', () => {
    const lesson = aLesson({ school: 'upward_then_drain', steps: [cheek] });
    const finding = orderFindings(lesson).find((one) => one.rule === 'no-closing')!;
    expect(otherSchools(lesson, finding).join(' ')).toContain('Holds');
  });

  it('never lets the neck be pressed, or both its sides be worked at once', () => {
    expect(found('downward', step('n', { region: 'neck', pressure: 'firm' }))).toEqual(
      jasmine.arrayContaining(['neck-pressure', 'neck-both-sides']),
    );
  });

  it('notices tools and framings that come back, and a dry grip after oil', () => {
    const stone = step('s', { tool: 'stone' });
    expect(found('tool_glide', stone, step('r', { tool: 'roller' }), { ...stone, id: 's2' })).toContain('tool-again');
    expect(found('tool_glide', step('oil', { slip: true }), step('dry', { needsDry: true }))).toContain(
      'grip-after-slip',
    );
  });
});

describe('a practice cut', () => {
  it('keeps doses whole and leaves the teaching talk out', () => {
    const lesson = of(
      step(
        'a',
        {},
        { dose: reps(10, 1000), narration: said('Place the flat of the hand on the cheek and stroke.', '', 'Let go.') },
      ),
    );
    const cut = practiceCut(lesson);
    expect(schedule(cut).totalMs).toBeLessThan(schedule(lesson).totalMs);
    expect(schedule(cut).steps[0]!.doseMs).toBe(10_000);
    expect(cut.steps[0]!.narration).toEqual(said('', '', 'Let go.'));
  });

  it('makes a lesson of one step', () => {
    const lesson = of(step('a', {}), step('b', {}));
    expect(singleStep(lesson, 'b')!.steps.map((one) => one.id)).toEqual(['b']);
    expect(singleStep(lesson, 'x')).toBeNull();
  });
});

describe('fields in the words', () => {
  it('fill themselves from the dose', () => {
    const filling = { dose: reps(8, 1000), sidePlan: 'left_right' as const };
    expect(filled('{reps} on the {side}, then the {other side}, {remaining} more.', filling)).toBe(
      '8 on the left, then the right, 4 more.',
    );
    expect(unfilled('{hold} seconds, {nonsense}', filling)).toEqual(['{hold}', '{nonsense}']);
  });
});

describe('reading ease', () => {
  // Flesch 1948: 206.835 − 1.015 × 6 − 84.6 × 6 / 6 for six words of six syllables in one sentence.
  it('is the published formula', () => {
    expect(readingEase('The cat sat on the mat.', 6)).toBeCloseTo(206.835 - 1.015 * 6 - 84.6, 6);
    expect(readingEase('', 0)).toBeNull();
  });
});

describe('the length of a lesson', () => {
  const lesson = aLesson({ steps: [step('a', {})], targetMs: 100_000, toleranceMs: 5000 });
  /** Only the plan's own figures count here: they are handed in. */
  const found = (totalMs: number, firstMoveMs: number | null): string[] =>
    lengthFindings(lesson, { ...schedule(lesson), totalMs, firstMoveMs }).map((one) => one.rule);

  it('is told of when it is off its target by more than the tolerance, over as under', () => {
    expect([found(105_000, 0), found(95_000, 0)]).toEqual([[], []]);
    expect([found(105_001, 0), found(94_999, 0)]).toEqual([['off-target'], ['off-target']]);
  });

  it('is told of when more than 20 seconds and a quarter of it pass before the first move', () => {
    expect([found(100_000, 25_000), found(100_000, 25_001)]).toEqual([[], ['long-opening']]);
    // A quarter of a short lesson is soon over.
    expect([found(96_000, 24_001), found(100_000, null)]).toEqual([['long-opening'], []]);
    const brief = { ...schedule(lesson), totalMs: 40_000, firstMoveMs: 20_000 };
    const opening = (firstMoveMs: number): boolean =>
      lengthFindings(lesson, { ...brief, firstMoveMs }).some((one) => one.rule === 'long-opening');
    expect([opening(20_000), opening(20_001)]).toEqual([false, true]);
  });
});

describe('claims', () => {
  const claims = (promise: string): string[] =>
    checkLesson(aLesson({ promise, steps: [] }))
      .map((one) => one.rule)
      .filter((rule) => rule.startsWith('claim-'));

  // Claims that need scientific evidence (FTC Endorsement Guides, 16 CFR 255; memory). Muscles can be trained.
  it('of certain effects are marked with a careful wording, those about trained muscles are not', () => {
    expect(claims('This will erase your wrinkles.').length).toBe(1);
    expect(claims('This strengthens your cheek muscles.')).toEqual([]);
    expect(claims('This tones the muscles of your jaw.')).toEqual([]);
  });
});

describe('the practice cut', () => {
  it('keeps a short cue, of nine words at most', () => {
    const nine = 'Now change to the other side and go on.';
    const ten = 'Now change to the other side and then go on.';
    expect([nine, ten].map((words) => words.split(' ').length)).toEqual([9, 10]);
    const [kept] = practiceCut(of(step('a', {}, { narration: said(`${nine} ${ten} Lovely weather.`) }))).steps;
    expect(kept!.narration.before).toBe(nine);
  });

  it('keeps what is safe and how hard, and the time for viewers; praise goes', () => {
    const kept = (words: string): string => {
      const [only] = practiceCut(of(step('a', {}, { narration: said(words), nowYouMs: 30_000 }))).steps;
      return only!.narration.before;
    };
    const safe = 'If your jaw clicks or locks while you do this, leave this one out and ask a dentist about it first.';
    for (const words of [safe, 'Feather-light, no more than the weight of your hand.', 'Never on the pulse.'])
      expect(kept(`Lovely. ${words} You are doing so well!`))
        .withContext(words)
        .toBe(words);
    expect(kept('Wonderful, you are doing so well. This one is my favourite of all.')).toBe('');
    expect(kept('A light breeze came in over the harbour wall this morning while I was setting up.')).toBe('');
    const lesson = of(step('a', {}, { nowYouMs: 30_000 }));
    expect(schedule(practiceCut(lesson)).totalMs).toBe(10_000 + 30_000);
  });
});
