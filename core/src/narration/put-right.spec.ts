import { givenBy, putRightSchema, type PutRight } from './put-right';
import { readNarration, type Narrated } from './read';

const TEXT = `[0:00] Good morning from the pier.
[0:10] First, stroke down the left side of the neck, five strokes.
[0:30] And the other side, five times.
[0:50] Next, knead the jaw with your knuckles for twenty seconds. Then little waves beside the nose, six of them.
[1:20] That's it. Bye.`;

const before = readNarration(TEXT);
const asSaid = (...said: PutRight[]): Narrated => readNarration(TEXT, givenBy(said));
const told = ({ steps, words }: Narrated): string[] =>
  steps.map(({ kind, action, region, side, evidence }) =>
    [kind, action, region, side, words[evidence.from]!.norm].join(' '),
  );
const wordAt = (norm: string): number => before.words.findIndex((word) => word.norm === norm);
const stepOf = (region: string, { steps } = before): Narrated['steps'][number] =>
  steps.find((step) => step.region === region)!;

describe('a reading that is put right', () => {
  it('is what it was as long as nothing is said of it', () => expect(asSaid()).toEqual(before));

  it('has a step begin at a word, which is read by its own words', () => {
    const then = wordAt('then');
    const parted = asSaid({ is: 'joined', word: then }, { is: 'begins', word: then });
    const nose = parted.steps.find((step) => step.evidence.from === then)!;
    expect([nose.region, nose.evidence.sure]).toEqual(['nose', 1]);
    const joined = asSaid({ is: 'joined', word: then });
    expect(joined.steps.some((step) => step.evidence.from === then)).toBeFalse();
    // What is said there is said in the step before it now.
    const jaw = stepOf('jaw', joined);
    expect(
      joined.doses.filter((dose) => dose.atMs >= jaw.startMs && dose.atMs < jaw.endMs).map((one) => one.low),
    ).toEqual(jasmine.arrayContaining([20, 6]));
  });

  it('has no beginning taken from its first step', () => {
    expect(told(asSaid({ is: 'joined', word: 0 }))).toEqual(told(before));
  });

  it('is what it is said to be, and what comes after it is read by that', () => {
    const neck = stepOf('neck').evidence.from;
    const cheek = asSaid({
      is: 'step',
      word: neck,
      as: { region: 'cheek', action: 'roll', tool: 'roller', side: 'right' },
    });
    expect(told(cheek)[1]).toBe('technique roll cheek right first');
    // "And the other side" is the other side of the same.
    expect(told(cheek)[2]).toBe('technique roll cheek left and');
    expect([cheek.steps[1]!.evidence.sure, cheek.steps[1]!.evidence.work]).toEqual([1, 1]);
  });

  it('is sure of a step that is agreed to, and otherwise as it was', () => {
    const neck = stepOf('neck');
    const agreed = asSaid({ is: 'step', word: neck.evidence.from, as: {} });
    expect(told(agreed)).toEqual(told(before));
    expect(agreed.steps[1]!.evidence.work).toBe(1);
  });

  it('has talk where a step was read, and a step where talk was', () => {
    const jaw = stepOf('jaw').evidence.from;
    expect(stepOf('whole_face', asSaid({ is: 'step', word: jaw, as: { kind: 'talk' } }))).toBeDefined();
    const pier = asSaid({ is: 'step', word: 0, as: { kind: 'technique', region: 'chest', action: 'tap' } });
    expect(told(pier)[0]).toMatch(/^technique tap chest/);
  });

  it('has doses as they are said to be, also where none was read', () => {
    const five = before.doses[0]!.evidence.from;
    const as = { kind: 'hold_s', low: 5, high: 8, scope: 'each_side' } as const;
    expect(asSaid({ is: 'dose', word: five, as }).doses[0]).toEqual(jasmine.objectContaining(as));
    const pier = asSaid({ is: 'dose', word: wordAt('pier'), as });
    expect(pier.doses.length).toBe(before.doses.length + 1);
    expect(pier.doses[0]).toEqual(jasmine.objectContaining(as));
  });

  it('takes what was said last, and nothing that cannot be', () => {
    const neck = stepOf('neck').evidence.from;
    const said: PutRight[] = [
      { is: 'step', word: neck, as: { region: 'ear', side: 'right' } },
      { is: 'step', word: neck, as: { region: 'chin' } },
    ];
    expect(givenBy(said).steps.get(neck)).toEqual({ region: 'chin', side: 'right' });
    const dose = { is: 'dose', word: 3, as: { kind: 'reps', low: 8, high: 5, scope: 'here' } };
    expect(putRightSchema.safeParse(dose).success).toBeFalse();
    expect(putRightSchema.safeParse({ is: 'step', word: 3, as: { region: 'elbow' } }).success).toBeFalse();
  });
});
