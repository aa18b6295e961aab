import { CAUTIONS } from '../caution/built-in';
import { NO_DIFFERENCE } from '../caution/studio-rules';
import { isMove, type MoveStep } from '../lesson/lesson.schema';
import { stopSchema, type Move } from '../move/move.schema';
import { aLesson, aMove, aStep, way } from '../testing';
import { cautionFindings, cautionsOf, screeningQuestions } from './cautions';

type Given = Partial<Move> & { readonly words?: string; readonly plan?: MoveStep['sidePlan'] };

/** A step of a cheek that is held by nobody's hands, changed as given. */
function step(id: string, { words = '', plan = 'left_right', ...move }: Given): MoveStep {
  return aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', action: 'hold', pressure: 'feather', tool: 'none', ...move }),
    sidePlan: plan,
    narration: { before: words, during: '', after: '' },
  });
}
const of = (...steps: MoveStep[]): string[] =>
  cautionFindings(aLesson({ steps })).map((one) => `${one.severity} ${one.about}`);
const asks = (id: string, given: Given): string | undefined =>
  of(step('a', given))
    .find((one) => one.endsWith(` ${id}`))
    ?.split(' ')[0];
const by = { tool: 'hand' } as const;
const stop = (region: Move['region'], more: object = {}) => stopSchema.parse({ region, ...more });
const front = [stop('neck', { part: 'front' })];

/**
 * Of every trigger a step that must raise it, and one at its edge that must not. General knowledge and common practice,
 * no source.
 */
const TABLE: readonly (readonly [caution: string, severity: string, raises: Given, edge: Given])[] = [
  [
    'neck',
    'must',
    { ...by, region: 'neck', action: 'stroke', plan: 'midline' },
    { ...by, region: 'neck', action: 'stroke' },
  ],
  [
    'neck',
    'must',
    { ...by, region: 'neck', action: 'stroke', route: front },
    { ...by, region: 'nape', action: 'stroke' },
  ],
  [
    'neck',
    'must',
    { ...by, region: 'neck', action: 'stroke', pressure: 'light' },
    { ...by, region: 'neck', action: 'stroke', pressure: 'feather' },
  ],
  ['neck', 'must', { ...by, region: 'neck', action: 'press' }, { ...by, region: 'nape', action: 'press' }],
  ['neck', 'must', { ...by, region: 'neck', action: 'pinch' }, { ...by, region: 'under_chin', action: 'pinch' }],
  [
    'neck',
    'must',
    { tool: 'stone', region: 'neck', action: 'stroke' },
    { tool: 'stone', region: 'jaw', action: 'stroke' },
  ],
  // Firm work from the ear down is neck work, whatever it is called.
  [
    'neck',
    'must',
    { ...by, region: 'ear', action: 'press', pressure: 'firm', plan: 'both', route: way('ear', 'collarbone') },
    { ...by, region: 'ear', action: 'press', pressure: 'firm', plan: 'both' },
  ],
  // A usual closing sweep.
  [
    'neck',
    'should',
    { ...by, region: 'neck', action: 'stroke', plan: 'both' },
    { ...by, region: 'nape', action: 'stroke', plan: 'both' },
  ],
  [
    'neck',
    'should',
    { ...by, region: 'neck', action: 'stroke', plan: 'both' },
    { ...by, region: 'neck', action: 'stroke', plan: 'left_right' },
  ],
  ['drain', 'must', { ...by, region: 'ear', action: 'drain' }, { ...by, region: 'ear', action: 'circle' }],
  [
    'drain',
    'must',
    { ...by, region: 'jaw', action: 'stroke', route: way('jaw', 'collarbone') },
    { ...by, region: 'jaw', action: 'stroke', route: way('jaw', 'ear') },
  ],
  [
    'drain',
    'must',
    { ...by, region: 'neck', action: 'circle', route: way('ear', 'neck', 'shoulder') },
    { ...by, region: 'neck', action: 'circle', route: way('collarbone', 'neck') },
  ],
  ['drain', 'must', { ...by, region: 'collarbone', action: 'press' }, { ...by, region: 'collarbone', action: 'tap' }],
  ['eye', 'must', { ...by, region: 'eye', action: 'circle' }, { ...by, region: 'brow', action: 'circle' }],
  // In passing.
  [
    'eye',
    'must',
    { tool: 'stone', region: 'nose', action: 'stroke', route: way('nose', 'temple') },
    { tool: 'stone', region: 'cheek', action: 'stroke', route: way('nose', 'temple') },
  ],
  ['eye', 'must', { tool: 'spoon', region: 'eye', action: 'hold' }, { tool: 'none', region: 'eye', action: 'hold' }],
  [
    'jaw',
    'must',
    { region: 'mouth', action: 'stretch', words: 'Open wide, as for a dentist' },
    { region: 'mouth', action: 'stretch', words: 'Never open wide here.' },
  ],
  [
    'jaw',
    'must',
    { region: 'jaw', words: 'Chew slowly, from side to side.' },
    { region: 'jaw', words: 'Let it hang.' },
  ],
  [
    'jaw',
    'must',
    { region: 'tongue', how: 'Tongue to the roof of the mouth.' },
    { region: 'tongue', how: 'Tongue out.' },
  ],
  ['jaw', 'must', { region: 'chin', words: 'Chin against the fist.' }, { region: 'chin', words: 'Chin level.' }],
  ['jaw', 'must', { region: 'jaw', words: 'Open against your hand.' }, { region: 'jaw', words: 'Open a little.' }],
  [
    'jaw',
    'should',
    { ...by, region: 'jaw', action: 'knead', pressure: 'medium' },
    { ...by, region: 'jaw', action: 'knead', pressure: 'light' },
  ],
  ['head-back', 'should', { region: 'neck', action: 'stretch' }, { region: 'shoulder', action: 'stretch' }],
  [
    'head-back',
    'should',
    { region: 'lips', words: 'Chin to the ceiling and kiss.' },
    { region: 'lips', words: 'Kiss.' },
  ],
  ['breath', 'should', { action: 'puff' }, { action: 'breathe', words: 'A slow breath.' }],
  [
    'breath',
    'should',
    { region: 'lips', action: 'vocalise', words: 'Hum until the breath is gone.' },
    { region: 'lips', action: 'vocalise', words: 'Hum.' },
  ],
  [
    'breath',
    'should',
    { action: 'hold', words: 'Hold your breath.' },
    { action: 'hold', words: 'Do not hold your breath.' },
  ],
  ['device', 'must', { tool: 'device', action: 'stroke' }, { tool: 'roller', action: 'stroke' }],
  ['bruising', 'should', { ...by, action: 'pinch' }, { ...by, action: 'tap' }],
  [
    'bruising',
    'should',
    { tool: 'stone', action: 'stroke', pressure: 'medium' },
    { tool: 'stone', action: 'stroke', pressure: 'light' },
  ],
  ['bruising', 'should', { ...by, action: 'roll', words: 'Scrape along the muscle.' }, { ...by, action: 'roll' }],
  ['cold', 'should', { tool: 'roller', action: 'roll', temperature: 'cold' }, { tool: 'roller', action: 'roll' }],
  [
    'cold',
    'should',
    { tool: 'spoon', action: 'press', words: 'Spoon from the freezer.' },
    { tool: 'spoon', action: 'press' },
  ],
  ['in-the-mouth', 'should', { ...by, action: 'knead', grip: 'in_mouth' }, { ...by, action: 'knead', grip: 'thumb' }],
  [
    'in-the-mouth',
    'should',
    { ...by, action: 'knead', words: 'A thumb inside the cheek.' },
    { ...by, action: 'knead' },
  ],
  ['skin', 'should', { ...by, action: 'tap' }, { action: 'puff' }],
  [
    'pregnancy',
    'should',
    { ...by, region: 'shoulder', action: 'press', pressure: 'medium' },
    { ...by, region: 'shoulder', action: 'press', pressure: 'light' },
  ],
  [
    'pregnancy',
    'should',
    { ...by, action: 'press', route: [stop('cheek', { point: { name: 'beside the nose', ms: 5000 } })] },
    { ...by, action: 'press', route: [stop('cheek')] },
  ],
  [
    'pregnancy',
    'should',
    { ...by, action: 'press', words: 'This pressure point wakes you.' },
    { ...by, action: 'press' },
  ],
];

describe('what calls for a caution', () => {
  for (const [id, severity, raises, edge] of TABLE)
    it(`${id}: ${JSON.stringify(raises)}, and not ${JSON.stringify(edge)}`, () => {
      expect(asks(id, raises)).toBe(severity);
      expect(asks(id, edge)).not.toBe(severity);
    });

  it('is every trigger that the program brings', () => {
    const raised = new Set(TABLE.flatMap(([id, , raises]) => causes(id, raises)));
    const all = CAUTIONS.flatMap(({ id, triggers }) => triggers.map((one) => `${id}: ${one.because}`));
    for (const one of new Set(all))
      expect(raised.has(one) || OPEN.has(one))
        .withContext(one)
        .toBeTrue();
  });
  // Until the breath is out is told from the dose, below.
  const OPEN = new Set(['breath: goes on until the breath is out']);
  const causes = (id: string, given: Given): string[] =>
    cautionFindings(aLesson({ steps: [step('a', given)] }))
      .filter((one) => one.about === id)
      .map((one) => `${id}: ${one.because}`);

  it('is a dose that goes on until the breath is out, and no other', () => {
    const hum = (open: boolean): MoveStep => ({
      ...step('hum', { region: 'lips', action: 'vocalise' }),
      dose: {
        form: 'breaths',
        breaths: { low: 3, planned: 3, high: 3 },
        cycleMs: { low: 8000, planned: 8000, high: 8000 },
        sets: { low: 1, planned: 1, high: 1 },
        restMs: 0,
        ...(open ? { open: true as const } : {}),
      },
    });
    expect(of(hum(true))).toContain('should breath');
    expect(of(hum(false))).not.toContain('should breath');
  });

  it('says where, and why', () => {
    const [found] = cautionFindings(
      aLesson({ steps: [step('shell', { ...by, region: 'ear', action: 'press', route: way('ear', 'collarbone') })] }),
    );
    expect(found!.about).toBe('drain');
    expect(found!.because).toBe('leads down to the collarbone');
    expect(found!.areas!.map((one) => `${one.region}/${one.part ?? '-'}/${one.side}`)).toContain('neck/side/left');
  });
});

describe('what answers a caution', () => {
  const answered = (id: string, given: Given, words: string): boolean => asks(id, { ...given, words }) === undefined;
  /** A careful sentence for each, and stray words that say nothing. */
  const WORDS: Readonly<Record<string, readonly [Given, careful: string, stray: string]>> = {
    neck: [
      { ...by, region: 'neck', action: 'press' },
      'Never press on the pulse.',
      'Feather-light, gently over the throat. My neck loves it.',
    ],
    drain: [
      { ...by, region: 'ear', action: 'drain' },
      'With a fever leave this out.',
      'My doctor is a funny man, by the way. He has a fever for sailing.',
    ],
    eye: [
      { ...by, region: 'eye', action: 'circle' },
      'Lenses out, please.',
      'As light as a feather, ring finger only.',
    ],
    jaw: [
      { region: 'jaw', how: 'Chew slowly.' },
      'If it clicks in your jaw, skip this one.',
      'My jaw never clicks. A dentist could look in.',
    ],
    'head-back': [{ region: 'neck', action: 'stretch' }, 'Stop when you feel dizzy.', 'Easy and gentle.'],
    breath: [{ action: 'puff' }, 'With high blood pressure, leave it out.', 'Do not force it. Easy.'],
    device: [
      { tool: 'device', action: 'stroke' },
      'Not with a pacemaker.',
      'The maker of mine is from the next harbour.',
    ],
    bruising: [{ ...by, action: 'pinch' }, 'If you bruise easily, skip it.', 'My grandmother bruised every apple.'],
    cold: [
      { tool: 'spoon', action: 'press', temperature: 'cold' },
      'Leave it out if cold gives you hives.',
      'A cold spoon, not too cold.',
    ],
    'in-the-mouth': [{ ...by, action: 'knead', grip: 'in_mouth' }, 'Never without a clean glove.', 'Thumb in.'],
    skin: [{ ...by, action: 'tap' }, 'After a peel, wait.', 'Your skin will thank you.'],
    pregnancy: [
      { ...by, region: 'shoulder', action: 'press', pressure: 'firm' },
      'Not when you are pregnant.',
      'A pregnant pause, and press.',
    ],
  };

  it('stands for every caution', () => {
    expect(Object.keys(WORDS).sort()).toEqual(CAUTIONS.map((one) => one.id).sort());
  });

  for (const caution of CAUTIONS)
    it(`of ${caution.id}: danger and what to do in one sentence, its own words included`, () => {
      const [given, careful, stray] = WORDS[caution.id]!;
      expect(answered(caution.id, given, '')).toBeFalse();
      expect(answered(caution.id, given, careful))
        .withContext(careful)
        .toBeTrue();
      expect(answered(caution.id, given, stray))
        .withContext(stray)
        .toBeFalse();
      for (const say of [caution.say, ...caution.cases.map((one) => one.say)])
        expect(answered(caution.id, given, say))
          .withContext(say)
          .toBeTrue();
    });

  it('may be a question and its “Then …”, and no question alone', () => {
    const [given] = WORDS['drain']!;
    expect(answered('drain', given, 'Have you a fever? Then rest today.')).toBeTrue();
    expect(answered('drain', given, 'Have you a fever? Rest today.')).toBeFalse();
  });

  it('is no caution for another place', () => {
    const neck = step('neck', { ...by, region: 'neck', action: 'press', words: 'With glaucoma leave it out.' });
    expect(of(neck)).toContain('must neck');
  });

  it('comes before the step that calls for it most, in the opening or at any step before', () => {
    const chew = step('chew', { region: 'jaw', words: 'Chew.' });
    const say = 'If your jaw clicks, ask a dentist first.';
    expect(of(step('first', { words: say }), chew)).not.toContain('must jaw');
    const late: MoveStep = { ...chew, narration: { before: 'Chew.', during: '', after: say } };
    const [found] = cautionFindings(aLesson({ steps: [late] }));
    expect(found!.message).toContain('comes after it has begun');
    expect(cautionFindings(aLesson({ opening: say, steps: [late] }))).toEqual([]);
  });

  it('is asked for once, at the first step that calls for it most', () => {
    const soft = step('soft', { ...by, region: 'jaw', action: 'knead', pressure: 'medium' });
    const chew = step('chew', { region: 'jaw', words: 'Chew.' });
    const found = cautionFindings(aLesson({ steps: [soft, chew, { ...chew, id: 'again' }] }));
    expect(found.filter((one) => one.about === 'jaw').map((one) => one.place.stepId)).toEqual(['chew']);
  });

  it('fits the case: a ring finger for fingers, gliding for tools', () => {
    const say = (given: Given): string =>
      cautionFindings(aLesson({ steps: [step('a', { region: 'eye', action: 'stroke', ...given })] })).find(
        (one) => one.about === 'eye',
      )!.message;
    expect(say({ ...by, grip: 'ring_finger' })).toContain('Ring finger only');
    expect(say({ tool: 'stone' })).toContain('by its own weight');
    expect(say({ tool: 'stone' })).not.toContain('Ring finger');
    expect(say({ tool: 'brush' })).not.toContain('Ring finger');
  });
});

describe('a studio’s own rules', () => {
  const chew = step('chew', { region: 'jaw', words: 'Chew.' });

  it('change what is asked for, add to it, and take from it what need not be said', () => {
    const jaw = CAUTIONS.find((one) => one.id === 'jaw')!;
    const judged = (rules: Partial<typeof NO_DIFFERENCE>) =>
      cautionFindings(aLesson({ steps: [chew], rules: { ...NO_DIFFERENCE, ...rules } }));
    expect(judged({ cautions: [{ ...jaw, say: 'Mind your hinge.' }] })[0]!.message).toContain('Mind your hinge.');
    expect(judged({ silent: [{ id: 'jaw' }] })).toEqual([]);
    const own = { ...jaw, id: 'own', name: 'Own', dangers: ['hinge'] };
    expect(judged({ cautions: [own] }).map((one) => one.about)).toEqual(['jaw', 'own']);
  });

  it('leave a must on the viewers’ page whatever is switched off', () => {
    const lesson = aLesson({ steps: [chew], rules: { ...NO_DIFFERENCE, silent: [{ id: 'jaw' }] } });
    expect(cautionsOf(lesson).map((one) => one.id)).toEqual(['jaw']);
    const puff = aLesson({
      steps: [step('puff', { action: 'puff' })],
      rules: { ...NO_DIFFERENCE, silent: [{ id: 'breath' }] },
    });
    expect(cautionsOf(puff)).toEqual([]);
  });
});

describe('questions to ask oneself before', () => {
  it('are made from the moves, each once, all of them questions', () => {
    const asked = screeningQuestions(
      aLesson({ steps: TABLE.map(([, , raises], i) => step(String(i), raises)).filter(isMove) }),
    );
    expect(new Set(asked).size).toBe(CAUTIONS.length);
    for (const question of asked) expect(question).toMatch(/\?/);
    expect(screeningQuestions(aLesson({ steps: [step('a', {})] }))).toEqual([]);
  });
});
