import fc from 'fast-check';
import { firstAbove } from './sorted';

describe('ascending values', () => {
  it('are asked by halving as they would be one by one', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 30 })), fc.integer({ min: -1, max: 31 }), (values, at) => {
        const ascending = values.sort((a, b) => a - b);
        const first = ascending.findIndex((one) => one > at);
        expect(firstAbove(ascending, at)).toBe(first < 0 ? ascending.length : first);
      }),
    );
  });
});
