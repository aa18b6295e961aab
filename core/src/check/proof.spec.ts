import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aLesson, aSegment, aStep } from '../testing';
import { checkLesson } from './check-lesson';
import { sorted, type Finding } from './finding';
import { lineOf, proofOf } from './proof';
import { RULES, type RuleId } from './rules';

const lesson = aFilmedLesson({
  steps: [aStep('a')],
  segments: [aSegment('l', 0, 20_000), aSegment('r', 30_000, 50_000, { side: 'right' })],
});
const finding = (rule: RuleId, message = 'It is so.'): Finding => ({
  ...{ id: rule, basis: '', severity: RULES[rule].severity, rule, about: '', message, repairs: [] },
  ...{ place: { on: 'plan', stepId: null, part: 'lesson' }, areas: [], because: '' },
});
const of = (open: readonly Finding[], one = lesson) => proofOf(one, timelineOf(one)!, open);

describe('the proof of a lesson', () => {
  it('tells every rule on one of its ten lines', () => {
    const { lines } = of([]);
    expect(lines.length).toBe(10);
    const told = new Set(lines.map((one) => one.name));
    for (const rule of Object.keys(RULES) as RuleId[]) {
      expect(told.has(lineOf(rule)))
        .withContext(rule)
        .toBeTrue();
      const at = lines.findIndex((one) => one.name === lineOf(rule));
      const { lines: found } = of([finding(rule)]);
      expect(found.filter((one) => one.state !== 'fine').map((one) => one.name)).toEqual([lines[at]!.name]);
      expect(found[at]!.state).toBe(RULES[rule].severity);
    }
  });

  it('is ready where nothing stands in the way that must be mended', () => {
    expect(of([]).ready).toBeTrue();
    expect(of([finding('drift'), finding('cue-small')]).ready).toBeTrue();
    expect(of([finding('uneven-sides')]).ready).toBeFalse();
  });

  it('says the worst of a line, and how many more there are', () => {
    const line = of([finding('side-not-filmed', 'Rope knead has no right.'), finding('uneven-sides')]).lines[2]!;
    expect([line.state, line.words]).toEqual(['must', 'Rope knead has no right. And 1 more.']);
  });

  it('is not ready without a film, and says that nobody looked at numbers', () => {
    const planned = aLesson({ steps: [aStep('a')] });
    const { ready, lines, notLooked } = of([], planned);
    expect(ready).toBeFalse();
    expect(lines.filter((one) => one.state === 'unseen').map((one) => one.name)).toEqual(['numbers', 'read']);
    expect(notLooked[0]).toBe('the film, of which nothing is marked');
  });

  it('says which takes nobody has looked at or listened to', () => {
    expect(of([]).notLooked).toEqual([
      ...['the picture of Take', 'where you speak in Take', 'whether oil shows, and how it feels'],
    ]);
    const seen = { faces: [], sceneChangesMs: [], motion: null, light: null };
    const { notLooked } = proofOf(lesson, timelineOf(lesson)!, [], { heard: () => [], seenOn: () => seen });
    expect(notLooked).toEqual(['whether oil shows, and how it feels']);
  });

  it('goes by what is open: what was set aside with its reason stands in nobody’s way', () => {
    const uneven = { ...lesson, segments: [aSegment('l', 0, 20_000, { beatsMs: [5000, 9000] as never })] };
    const found = checkLesson(uneven);
    const musts = found.filter((one) => one.severity === 'must');
    expect(musts.length).toBeGreaterThan(0);
    const aside = musts.map(({ id, basis }) => ({ id, basis, reason: 'They compare.' }));
    expect(of(sorted(found, []).open, uneven).ready).toBeFalse();
    expect(of(sorted(found, aside).open, uneven).ready).toBeTrue();
  });
});
