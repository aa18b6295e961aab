import { about, FEW, watchingSentences, worstLeaving } from './sentences';
import { wilson } from './wilson';

const step = (name: string, left: number, entered: number, hurt = 0) => ({
  ...{ stepId: name, name, startMs: 102_000, entered, hurt, completion: 1, dropOff: wilson(left, entered) },
});

describe('the sentences of a results page', () => {
  it('say how many finished, where most left, and what hurt', () => {
    const steps = [step('Slipway', 2, 200), step('Foghorn', 30, 180), step('Rope knead', 1, 150, 4)];
    expect(watchingSentences({ viewings: 200, completed: wilson(146, 200), steps })).toEqual([
      'About three quarters finished it.',
      'More leave in Foghorn (1:42) than anywhere else: about 1 in 6 of those who began it.',
      '4 skipped Rope knead because it hurt.',
    ]);
  });

  it('say that few viewings are few, and nothing of shares', () => {
    const few = (viewings: number) =>
      watchingSentences({ viewings, completed: wilson(1, viewings), steps: [step('Slipway', 5, viewings)] });
    expect(few(FEW - 1)).toEqual(['19 viewings so far: too few to tell what is chance.']);
    expect(few(FEW)[0]).toBe('About 1 in 20 finished it.');
    expect(watchingSentences({ viewings: 0, completed: wilson(0, 0), steps: [] })).toEqual([]);
  });

  it('find no worst step where too few began it, or where it may be chance', () => {
    expect(worstLeaving([step('a', 9, FEW - 1)])).toBeNull();
    expect(worstLeaving([step('a', 9, FEW)])!.name).toBe('a');
    expect(worstLeaving([step('a', 1, 200)])).toBeNull();
    expect(watchingSentences({ viewings: 50, completed: wilson(25, 50), steps: [step('a', 0, 50)] })[1]).toBe(
      'No move stands out for leaving.',
    );
  });

  it('round shares as people do', () => {
    expect([0.99, 0.73, 0.47, 0.6, 0.35, 0.1, 0.05, 0.001].map(about)).toEqual([
      ...['Nearly everyone', 'About three quarters', 'About half', 'About 6 in 10', 'About a third'],
      ...['About 1 in 10', 'About 1 in 20', 'Hardly anyone'],
    ]);
  });
});
