import { stopSchema, type Move, type Stop } from '@limber/core/move/move.schema';
import { drawnWays, legPath, midOf } from './face-way';

const stop = (region: Stop['region'], more: Partial<Stop> = {}): Stop => stopSchema.parse({ region, ...more });
const move = (route: Stop[], backAndForth = false): Pick<Move, 'region' | 'route' | 'backAndForth'> => ({
  region: 'neck',
  route,
  backAndForth,
});
const numbers = (transform: string): number[] => [...transform.matchAll(/-?[\d.]+/g)].map(([one]) => Number(one));

describe('the way of a hand over the map', () => {
  const down = move([stop('ear'), stop('collarbone')]);

  it('is drawn once for each side that is worked, as in a mirror, by every place between', () => {
    const [left, right] = drawnWays(down, 'left_right');
    expect(left!.legs.length).toBe(1);
    expect(left!.legs[0]!.length).toBe(3);
    expect(left!.legs[0]!.every(([x]) => x < 140)).toBeTrue();
    expect(right!.legs[0]!.map(([x, y]) => [280 - x, y])).toEqual(left!.legs[0]!.map(([x, y]) => [x, y]));
    expect(drawnWays(down, 'right_only').length).toBe(1);
    expect(drawnWays(move([stop('chin')]), 'both')).toEqual([]);
  });

  it('begins in the middle where it does, and crosses to the other side', () => {
    const [out] = drawnWays(move([stop('forehead', { side: 'middle' }), stop('temple')]), 'left_only');
    expect(out!.legs[0]![0]![0]).toBe(140);
    const [across] = drawnWays(move([stop('temple', { side: 'other' }), stop('temple')]), 'left_only');
    const xs = across!.legs.flat().map(([x]) => x);
    expect(Math.max(...xs)).toBeGreaterThan(140);
    expect(Math.min(...xs)).toBeLessThan(140);
  });

  it('shows there and back beside each other, with a head where each leg ends', () => {
    const [way] = drawnWays(move([stop('collarbone'), stop('ear'), stop('collarbone')]), 'left_only', 3);
    expect([way!.legs.length, way!.rounds]).toEqual([2, 3]);
    const [up, back] = way!.legs.map(legPath);
    expect(up!.d).not.toBe(back!.d);
    const [upX, , upTurn] = numbers(up!.head);
    const [backX, , backTurn] = numbers(back!.head);
    expect([upX, backX]).not.toContain(undefined);
    // Up is turned up, and down is turned down.
    expect(upTurn!).toBeLessThan(0);
    expect(backTurn!).toBeGreaterThan(0);
    expect(drawnWays(move([stop('ear'), stop('jaw')], true), 'both')[0]!.saw).toBeTrue();
  });

  it('has a place for its rounds that no place of the way covers', () => {
    expect(
      midOf([
        [0, 0],
        [10, 20],
      ]),
    ).toEqual([5, 10]);
    expect(
      midOf([
        [0, 0],
        [10, 0],
        [10, 30],
        [40, 30],
      ]),
    ).toEqual([10, 15]);
  });
});
