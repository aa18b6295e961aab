import type { SidePlan } from '../dose/dose.schema';
import { areaName } from '../face/areas';
import { aMove, way } from '../testing';
import { moveFrom1 } from './older';
import { stopSchema, type Move, type Stop } from './move.schema';
import { crossedOf, describeRoute, legsOf, lengthOfWay, touches, usualTempoMs, waysOf } from './way';

const stop = (region: Move['region'], more: Partial<Stop> = {}): Stop => stopSchema.parse({ region, ...more });
const places = (move: Partial<Move>, plan: SidePlan = 'left_right'): string[] =>
  crossedOf(aMove({ route: [], ...move }), plan).map(areaName);

describe('what a move crosses', () => {
  it('is its region where it stays; in the middle of the neck the throat', () => {
    expect(places({ region: 'cheek' })).toEqual(['cheek']);
    expect(places({ region: 'neck' })).toEqual(['side of the neck']);
    expect(places({ region: 'neck' }, 'midline')).toEqual(['front of the neck']);
    expect(places({ region: 'neck', route: [stop('neck', { part: 'back' })] })).toEqual(['nape']);
  });

  it('includes the region that it works on, where that is no great detour', () => {
    expect(places({ region: 'cheek', route: way('nose', 'temple') })).toEqual(['nose', 'cheek', 'temple']);
    expect(places({ region: 'eye', route: way('nose', 'temple') })).toContain('under the eye');
    expect(places({ region: 'scalp', route: way('ear', 'collarbone') })).not.toContain('scalp');
  });

  it('names the leg on which a place lies, so that its pressure is told', () => {
    const move = aMove({ region: 'neck', route: way('collarbone', 'ear', 'collarbone') });
    expect(crossedOf(move, 'left_right').map((one) => one.stop)).toEqual([0, 1, 1, 2, 2]);
    const over = aMove({ region: 'cheek', route: way('nose', 'temple') });
    expect(crossedOf(over, 'left_right').map((one) => one.stop)).toEqual([0, 1, 1]);
  });
});

describe('whether a move touches the skin', () => {
  const does = (move: Partial<Move>): boolean => touches(aMove({ route: [], tool: 'hand', ...move }));
  it('goes by tool and action; a stretch only where a hand takes part', () => {
    expect(does({ action: 'stroke' })).toBeTrue();
    expect(does({ action: 'hold', region: 'cheek' })).toBeTrue();
    for (const action of ['breathe', 'puff', 'vocalise', 'stretch'] as const) expect(does({ action })).toBeFalse();
    expect(does({ action: 'hold', region: 'neck' })).toBeFalse();
    expect(does({ action: 'stretch', grip: 'flat_hand' })).toBeTrue();
    expect(does({ action: 'stretch', route: way('neck') })).toBeTrue();
    expect(does({ action: 'stroke', tool: 'none' })).toBeFalse();
  });
});

/**
 * Estimates from the timing of captions, talk included (common practice, no source): our usual times of a way lie in
 * them, or within a fifth of a single figure.
 */
describe('how long a way usually takes', () => {
  const seconds = (move: Partial<Move>, plan: SidePlan = 'left_right'): number =>
    usualTempoMs(aMove({ action: 'stroke', ...move }), plan)! / 1000;
  const middle = stop('forehead', { side: 'middle' });
  const TABLE: readonly (readonly [what: string, move: Partial<Move>, low: number, high: number])[] = [
    [
      'a roller over the forehead',
      { tool: 'roller', action: 'roll', region: 'forehead', route: [middle, stop('temple')] },
      3,
      5.5,
    ],
    ['a roller up the neck', { tool: 'roller', action: 'roll', region: 'neck', route: way('collarbone', 'jaw') }, 4, 6],
    [
      'a stone over the chest',
      { tool: 'stone', region: 'chest', route: [stop('chest', { side: 'middle' }), stop('shoulder')] },
      4.5,
      7,
    ],
    [
      'a stone along the jaw with a wiggle',
      { tool: 'stone', action: 'wiggle', region: 'jaw', route: way('chin', 'ear') },
      7,
      8,
    ],
    ['a brow swipe counted aloud', { region: 'brow', route: way('brow', 'temple') }, 1.2, 1.5],
    ['the long way neck, ear, collarbone', { region: 'neck', route: way('collarbone', 'ear', 'collarbone') }, 8, 12],
    [
      'a spoon under the eye',
      { tool: 'spoon', region: 'eye', route: [stop('nose'), stop('eye', { part: 'under' }), stop('temple')] },
      7,
      9,
    ],
    ['a jaw hook', { region: 'jaw', grip: 'hook', route: way('chin', 'ear') }, 2.5, 3.5],
  ];
  for (const [what, move, low, high] of TABLE)
    it(`${what}: ${low} to ${high} s`, () => {
      expect(seconds(move)).toBeGreaterThanOrEqual(low);
      expect(seconds(move)).toBeLessThanOrEqual(high);
    });

  it('is nobody’s where a move stays, and its points’ where it stops on the way', () => {
    expect(usualTempoMs(aMove({ region: 'cheek', action: 'press', route: [] }))).toBeNull();
    const points = [
      stop('nose', { point: { name: 'wing', ms: 5000 } }),
      stop('cheek', { point: { name: 'apple', ms: 5000 } }),
    ];
    expect(usualTempoMs(aMove({ region: 'cheek', action: 'press', route: points }))).toBeGreaterThanOrEqual(10_000);
  });

  it('takes a moment to turn round, and none to go on', () => {
    const up = usualTempoMs(aMove({ region: 'neck', route: way('collarbone', 'ear') }))!;
    const back = usualTempoMs(aMove({ region: 'neck', route: way('collarbone', 'ear', 'collarbone') }))!;
    expect(back).toBeGreaterThan(2 * up + 300);
    const on = usualTempoMs(aMove({ region: 'neck', route: way('collarbone', 'neck', 'ear') }))!;
    expect(on).toBe(up);
  });

  it('grows with the way', () => {
    expect(lengthOfWay(aMove({ region: 'neck', route: way('ear', 'collarbone') }), 'both')).toBeGreaterThan(150);
    expect(seconds({ region: 'neck', route: way('ear', 'collarbone') })).toBeGreaterThan(
      seconds({ region: 'jaw', route: way('jaw', 'ear') }),
    );
  });
});

describe('a route', () => {
  const neck = aMove({ region: 'neck', route: way('collarbone', 'ear', 'collarbone') });
  it('is told with every waypoint, and by its ways', () => {
    expect(describeRoute(neck)).toBe('the collarbone, up to the ear, down to the collarbone');
    expect(legsOf(neck, 'left_right')).toEqual([['up'], ['down']]);
    expect(waysOf(neck, 'left_right')).toEqual(['up', 'down']);
    const brow = aMove({
      region: 'forehead',
      route: [stop('forehead', { side: 'middle' }), stop('eye', { part: 'over' })],
    });
    expect(describeRoute(brow)).toContain('the middle of the forehead');
    expect(describeRoute(brow)).toContain('over the eye');
  });

  it('is made of what older moves said of their direction', () => {
    expect(moveFrom1({ name: 'x', direction: { from: 'ear', to: 'neck', words: 'down' } })).toEqual({
      name: 'x',
      route: [{ region: 'ear' }, { region: 'neck' }],
      routeWords: 'down',
    });
    expect(moveFrom1({ name: 'x', direction: null })).toEqual({ name: 'x' });
    expect(moveFrom1({ name: 'x' })).toEqual({ name: 'x' });
  });
});
