import { longestRun } from './longest-run';

describe('the longest run', () => {
  it('is as long as any other that stands in order', () => {
    const lists = [[], [1], [1, 2, 3], [3, 2, 1], [1, 4, 2, 3], [5, 1, 2, 3, 4], [2, 2, 1], [3, 1, 4, 1, 5, 9, 2, 6]];
    for (const list of lists) {
      const run = longestRun(list, (n) => n);
      // Every choice of some of them, one by one.
      let most = 0;
      for (let choice = 0; choice < 2 ** list.length; choice++) {
        const chosen = list.filter((_, at) => choice & (1 << at));
        if (chosen.every((n, at) => at === 0 || n > chosen[at - 1]!)) most = Math.max(most, chosen.length);
      }
      expect(run.length).withContext(list.join()).toBe(most);
      expect(run.every((n, at) => at === 0 || n > run[at - 1]!))
        .withContext(list.join())
        .toBeTrue();
    }
  });
});
