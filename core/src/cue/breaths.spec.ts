import { exactly } from '../dose/dose';
import type { MoveStep } from '../lesson/lesson.schema';
import { aFilmedLesson, aMove, aSegment, aStep, reps, way } from '../testing';
import { deriveCues } from './derive';

function paced(step: Partial<MoveStep>, endMs: number): string[] {
  const lesson = aFilmedLesson({
    steps: [aStep('a', step)],
    segments: [aSegment('s', 0, endMs)],
    overrides: [{ key: 'breath', when: 'every' }],
  });
  return deriveCues(lesson)
    .cues.filter((cue) => cue.kind === 'breath')
    .map((cue) => `${cue.text} ${cue.value}/${cue.of} ${cue.startMs}-${cue.endMs}`);
}

const breaths = (cycleMs: number, heldMs?: number): MoveStep['dose'] => ({
  ...{ form: 'breaths', breaths: exactly(2), cycleMs: exactly(cycleMs), sets: exactly(1), restMs: 0 },
  ...(heldMs === undefined ? {} : { heldMs }),
});

describe('the pacer of the breath', () => {
  it('goes in and out for as long each, a second at a time (5 s each: Lehrer and others, from memory)', () => {
    const cues = paced({ dose: breaths(10_000) }, 20_000);
    expect(cues.length).toBe(20);
    expect(cues.slice(0, 6)).toEqual([
      'Breathe in 1/5 0-1000',
      'Breathe in 2/5 1000-2000',
      'Breathe in 3/5 2000-3000',
      'Breathe in 4/5 3000-4000',
      'Breathe in 5/5 4000-5000',
      'Breathe out 1/5 5000-6000',
    ]);
    expect(cues[10]).toBe('Breathe in 1/5 10000-11000');
  });

  it('holds the breath between them where the dose says so', () => {
    const cues = paced({ dose: breaths(10_000, 4000) }, 20_000).slice(0, 10);
    expect(cues.map((cue) => cue.split(/ \d/)[0])).toEqual([
      ...Array<string>(3).fill('Breathe in'),
      ...Array<string>(4).fill('Hold it'),
      ...Array<string>(3).fill('Breathe out'),
    ]);
  });

  it('follows the route of a move that says when to breathe, and no other', () => {
    const [from, to, back] = way('collarbone', 'ear', 'collarbone');
    const route = [from!, { ...to!, breath: 'in' as const }, { ...back!, breath: 'out' as const }];
    const cues = paced({ dose: reps(1, 6000), move: aMove({ route }) }, 6000);
    expect(cues.filter((cue) => cue.startsWith('Breathe in')).length).toBe(3);
    expect(cues.at(-1)).toBe('Breathe out 3/3 5000-6000');
    expect(paced({ dose: reps(1, 6000), move: aMove({ route: [from!, to!, back!] }) }, 6000)).toEqual([]);
    // Nobody breathes that fast on purpose.
    expect(paced({ dose: reps(2, 3000), move: aMove({ route }) }, 6000)).toEqual([]);
  });
});
