import { aLesson, aMove, aStep } from '../testing';
import type { Bout, Seen } from './analyse';
import { plannedIn, withPlan, type Planned } from './with-plan';

const bout = (half: 'left' | 'right' | 'both', count: number, change: Partial<Bout> = {}): Bout => ({
  ...{ startMs: 10_000, endMs: 10_000 + 2000 * count, periodMs: 2000, half, region: 'jaw', confidence: 0.6 },
  beatsMs: Array.from({ length: count }, (_, i) => 12_000 + 2000 * i),
  ...change,
});
const hold: Seen = { startMs: 50_000, endMs: 55_000, half: 'both', region: 'brow', confidence: 0.5 };
const jaw = (count: number | null): Planned => ({ half: 'left', region: 'jaw', count });
const counted = (seen: Bout, plan: readonly Planned[]): number =>
  withPlan({ bouts: [seen], holds: [] }, plan).bouts[0]!.beatsMs.length;

describe('what was seen, held against a plan', () => {
  it('is planned side by side, in the half of the picture that shows it', () => {
    const lesson = aLesson({
      steps: [
        aStep('a', { move: aMove({ region: 'jaw' }), sidePlan: 'left_right' }),
        aStep('b', { move: aMove({ region: 'brow' }), sidePlan: 'both' }),
      ],
    });
    expect(plannedIn(lesson, 'left').map(({ half, region }) => [half, region])).toEqual([
      ['left', 'jaw'],
      ['right', 'jaw'],
      ['both', 'brow'],
    ]);
    expect(plannedIn(lesson, 'right').map(({ half }) => half)).toEqual(['right', 'left', 'both']);
  });

  it('is settled at an end that allows one more or one less', () => {
    expect(counted(bout('left', 5, { endMs: 21_500 }), [jaw(6)])).toBe(6);
    expect(counted(bout('left', 5, { startMs: 8000, endMs: 20_000 }), [jaw(6)])).toBe(6);
    expect(counted(bout('left', 7, { startMs: 11_300 }), [jaw(6)])).toBe(6);
  });

  it('stays where it was seen clearly: a plan is no answer', () => {
    expect(counted(bout('left', 5), [jaw(6)])).toBe(5);
    expect(counted(bout('left', 8), [jaw(6)])).toBe(8);
    expect(counted(bout('left', 5), [jaw(null)])).toBe(5);
    const far = withPlan({ bouts: [bout('left', 6, { region: 'forehead' })], holds: [] }, [jaw(6)]).bouts[0]!;
    expect(far.region).toBe('forehead');
    const other = withPlan({ bouts: [bout('right', 6)], holds: [] }, [jaw(6)]).bouts[0]!;
    expect(other.half).toBe('right');
  });

  it('is where it was planned when it was seen beside that, and surer when both agree', () => {
    const plan: Planned[] = [jaw(6), { half: 'both', region: 'forehead', count: 1 }];
    const { bouts, holds } = withPlan({ bouts: [bout('left', 6, { region: 'cheek' })], holds: [hold] }, plan);
    expect([bouts[0]!.region, holds[0]!.region]).toEqual(['jaw', 'forehead']);
    expect(bouts[0]!.confidence).toBeGreaterThan(0.75);
    expect(withPlan({ bouts: [bout('left', 6)], holds: [] }, []).bouts[0]!.confidence).toBeLessThan(0.6);
  });

  it('finds its place in the plan where steps are missing or were done twice', () => {
    const plan = [
      jaw(6),
      { ...jaw(6), half: 'right' as const },
      { half: 'both' as const, region: 'brow' as const, count: 1 },
    ];
    const again = bout('left', 6, { startMs: 30_000, endMs: 42_000, region: 'cheek' });
    const { bouts, holds } = withPlan({ bouts: [bout('left', 6), again], holds: [hold] }, plan);
    expect(holds[0]!.confidence).toBeGreaterThan(0.7);
    expect(bouts.map(({ beatsMs }) => beatsMs.length)).toEqual([6, 6]);
  });
});
