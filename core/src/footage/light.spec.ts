import { lightOf } from './light';

/** A picture of one brightness, with another one in its middle. */
function picture(around: number, middle = around): number[] {
  return Array.from({ length: 64 * 36 }, (_, at) => {
    const [x, y] = [((at % 64) + 0.5) / 64, (Math.floor(at / 64) + 0.5) / 36];
    return x > 0.33 && x < 0.67 && y > 0.15 && y < 0.75 ? middle : around;
  });
}

describe('how a picture is lit', () => {
  it('is told by its middle, on both sides of each limit', () => {
    expect([54, 56, 204, 206].map((one) => lightOf(picture(one), 64))).toEqual(['dark', 'good', 'good', 'bright']);
  });

  it('comes from behind where it is much brighter around', () => {
    expect([lightOf(picture(155, 100), 64), lightOf(picture(165, 100), 64)]).toEqual(['good', 'behind']);
    // A window behind somebody who is hardly seen is no dark room.
    expect([lightOf(picture(230, 40), 64), lightOf(picture(40, 40), 64)]).toEqual(['behind', 'dark']);
  });

  it('of a dark wall behind a face that is well lit is good', () => {
    expect(lightOf(picture(20, 140), 64)).toBe('good');
  });
});
