import { areaName, crossedBy, waysBetween, type Part, type Waypoint } from './areas';
import { REGIONS, type Region } from './regions';

const at = (region: Region, part: Part | null = null, side: Waypoint['side'] = 'worked'): Waypoint => ({
  region,
  part,
  side,
});
const names = (...stops: Waypoint[]): string[] => crossedBy(stops).map(areaName);

// Where a hand goes from place to place is anatomy as everybody sees it in a mirror; no source.
describe('the places that a hand crosses', () => {
  it('are those between as well as the ends', () => {
    expect(names(at('ear'), at('collarbone'))).toEqual(['ear', 'side of the neck', 'collarbone']);
    expect(names(at('chin'), at('collarbone'))).toEqual(['chin', 'under chin', 'front of the neck', 'collarbone']);
    expect(names(at('jaw'), at('collarbone'))).toEqual(['jaw', 'side of the neck', 'collarbone']);
    expect(names(at('nose'), at('temple'))).toEqual(['nose', 'under the eye', 'temple']);
    expect(names(at('nose'), at('ear'))).toEqual(['nose', 'cheek', 'ear']);
    expect(names(at('chin'), at('ear'))).toEqual(['chin', 'jaw', 'ear']);
    expect(names(at('forehead'), at('temple'))).toEqual(['forehead', 'temple']);
    expect(names(at('forehead'), at('collarbone'))).toContain('side of the neck');
  });

  it('never lead over the eyeball', () => {
    expect(names(at('brow'), at('cheek'))).not.toContain('over the eye');
    for (const from of REGIONS)
      for (const to of REGIONS) {
        if (from === to) continue;
        const found = names(at(from), at(to)).join(' | ');
        expect(/(?:over|under) the eye \| (?:over|under) the eye/.test(found))
          .withContext(found)
          .toBeFalse();
      }
  });

  it('go up and down again by every waypoint', () => {
    expect(names(at('collarbone'), at('ear'), at('collarbone'))).toEqual([
      'collarbone',
      'side of the neck',
      'ear',
      'side of the neck',
      'collarbone',
    ]);
  });

  it('tell the back of the neck from its front and side', () => {
    expect(crossedBy([at('neck', 'back')])[0]).toEqual(
      jasmine.objectContaining({ region: 'nape', part: 'back', lengthMm: 0 }),
    );
    expect(crossedBy([at('nape')])[0]!.part).toBe('back');
    expect(names(at('scalp'), at('nape'), at('shoulder'))).toEqual(['scalp', 'nape', 'shoulder']);
  });

  it('cross the middle from one side to the other', () => {
    const across = crossedBy([at('temple', null, 'other'), at('temple')]);
    expect(across.map((one) => `${one.region} ${one.side}`)).toEqual([
      'temple other',
      'forehead middle',
      'temple worked',
    ]);
    expect(crossedBy([at('forehead', null, 'middle'), at('forehead')]).map((one) => one.side)).toEqual([
      'middle',
      'worked',
    ]);
  });

  it('have a length that adds up to that of the way, the same there and back', () => {
    const sum = (...stops: Waypoint[]): number => crossedBy(stops).reduce((all, one) => all + one.lengthMm, 0);
    for (const from of REGIONS)
      for (const to of REGIONS) {
        const [there, back] = [sum(at(from), at(to)), sum(at(to), at(from))];
        expect(there).withContext(`${from} ${to}`).toBeCloseTo(back, 6);
        if (from !== 'whole_face' && to !== 'whole_face')
          expect(there)
            .withContext(`${from} ${to}`)
            .toBeLessThanOrEqual(sum(at(from), at('cheek')) + sum(at('cheek'), at(to)) + 1e-9);
      }
    expect(sum(at('ear'), at('collarbone'))).toBeGreaterThan(sum(at('ear'), at('jaw')));
  });
});

// Common practice, no source: brow to temple, nose to ear and middle to side are out, not up or down.
describe('the ways of a hand', () => {
  const ways = (from: Region, to: Region): string => waysBetween(at(from), at(to)).join(' ');

  it('are up, down, out and in', () => {
    expect(ways('brow', 'temple')).toBe('out');
    expect(ways('nose', 'ear')).toBe('out');
    expect(ways('nose', 'cheek')).toBe('out');
    expect(ways('eye', 'temple')).toBe('out');
    expect(ways('forehead', 'temple')).toBe('out');
    expect(ways('collarbone', 'shoulder')).toBe('out');
    expect(ways('ear', 'collarbone')).toBe('down');
    expect(ways('ear', 'neck')).toBe('down');
    expect(ways('jaw', 'collarbone')).toBe('down');
    expect(ways('collarbone', 'ear')).toBe('up');
    expect(ways('brow', 'scalp')).toBe('up');
    expect(ways('chin', 'ear')).toBe('up out');
    expect(ways('ear', 'chin')).toBe('down in');
    expect(ways('temple', 'brow')).toBe('in');
  });

  it('go out from the middle of a region to its side', () => {
    expect(waysBetween(at('forehead', null, 'middle'), at('forehead'))).toEqual(['out']);
    expect(waysBetween(at('forehead', null, 'middle'), at('temple'))).toEqual(['out']);
    expect(waysBetween(at('temple', null, 'other'), at('temple'))).toEqual(['in', 'out']);
    expect(waysBetween(at('jaw'), at('jaw'))).toEqual([]);
  });

  it('turn round on the way back', () => {
    const against = { up: 'down', down: 'up', out: 'in', in: 'out' } as const;
    for (const from of REGIONS)
      for (const to of REGIONS) {
        const back = waysBetween(at(to), at(from)).map((one) => against[one]);
        expect(back)
          .withContext(`${from} ${to}`)
          .toEqual(waysBetween(at(from), at(to)));
      }
  });
});
