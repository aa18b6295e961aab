import { size } from './size';

describe('the length of a file in words', () => {
  it('changes its unit at a thousand of the one below', () => {
    for (const [bytes, words] of [
      [0, '0 kB'],
      [1, '1 kB'],
      [999_000, '999 kB'],
      [999_001, '1.0 MB'],
      [1_000_000, '1.0 MB'],
      [1_500_000, '1.5 MB'],
      [999_900_000, '999.9 MB'],
      [999_960_000, '1.0 GB'],
      [1_000_000_000, '1.0 GB'],
      [2_340_000_000, '2.3 GB'],
      [4_000_000_000_000, '4.0 TB'],
    ] as const)
      expect(size(bytes)).toBe(words);
  });
});
