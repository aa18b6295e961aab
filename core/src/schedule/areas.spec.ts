import { exactly } from '../dose/dose';
import type { MoveStep } from '../lesson/lesson.schema';
import { stopSchema, type Move } from '../move/move.schema';
import { waysOf } from '../move/way';
import { aMove, aStep, reps, way } from '../testing';
import { areasOf } from './areas';
import { partMs } from './schedule';

const step = (move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep('a', { move: aMove({ pressure: 'light', ...move }), dose: reps(5, 2000), ...change });
const told = (one: MoveStep): string[] =>
  areasOf(one).map(({ region, part, side, pressure }) => `${region}${part ? `/${part}` : ''} ${side} ${pressure}`);
const sum = (one: MoveStep, side: string): number =>
  areasOf(one)
    .filter((area) => area.side === side)
    .reduce((ms, area) => ms + area.ms, 0);

describe('the areas of a step', () => {
  const down = step({ region: 'neck', route: way('ear', 'collarbone') }, { sidePlan: 'left_right' });

  it('share its dose by the length of the way through them, side by side', () => {
    expect(told(down)).toEqual([
      ...['ear left light', 'neck/side left light', 'collarbone left light'],
      ...['ear right light', 'neck/side right light', 'collarbone right light'],
    ]);
    for (const side of ['left', 'right'] as const)
      expect(Math.abs(sum(down, side) - partMs(down, side))).toBeLessThanOrEqual(3);
    const [ear, neck, collarbone] = areasOf(down);
    expect(neck!.ms).toBeGreaterThan(Math.max(ear!.ms, collarbone!.ms));
    expect(waysOf(down.move, down.sidePlan)).toEqual(['down']);
  });

  it('count both sides at once in full, alternating ones by their half, the middle once', () => {
    const both = step({ region: 'cheek' }, { sidePlan: 'both' });
    expect([sum(both, 'left'), sum(both, 'right')]).toEqual([10_000, 10_000]);
    const turns = step({ region: 'cheek' }, { sidePlan: 'alternating' });
    expect([sum(turns, 'left'), sum(turns, 'right')]).toEqual([10_000, 10_000]);
    const middle = step({ region: 'chin' }, { sidePlan: 'midline' });
    expect(told(middle)).toEqual(['chin midline light']);
    const out = step(
      { region: 'forehead', route: [stopSchema.parse({ region: 'forehead', side: 'middle' }), ...way('temple')] },
      { sidePlan: 'both' },
    );
    expect(told(out).filter((one) => one.startsWith('forehead'))).toEqual(['forehead midline light']);
    expect(told(out).filter((one) => one.startsWith('temple')).length).toBe(2);
  });

  it('have the pressure of their leg, or of their region where that is said', () => {
    const route = [
      ...way('collarbone'),
      stopSchema.parse({ region: 'ear', pressure: 'medium' }),
      stopSchema.parse({ region: 'collarbone', pressure: 'feather' }),
    ];
    const ladder = step({ region: 'neck', route }, { sidePlan: 'left_only' });
    expect(told(ladder)).toEqual([
      ...['collarbone left light', 'neck/side left medium', 'ear left medium'],
      ...['neck/side left feather', 'collarbone left feather'],
    ]);
    const eye = step({ region: 'cheek', route: way('nose', 'eye', 'temple'), pressureBy: { eye: 'feather' } });
    expect(told(eye).filter((one) => one.startsWith('eye'))).toEqual([
      'eye/under left feather',
      'eye/under right feather',
    ]);
  });

  it('work the other half where the way crosses the middle, and grow with sets', () => {
    const across = step(
      { region: 'forehead', route: [stopSchema.parse({ region: 'temple', side: 'other' }), ...way('temple')] },
      { sidePlan: 'left_only' },
    );
    expect(told(across)).toEqual(['temple right light', 'forehead midline light', 'temple left light']);
    const rounds = { ...down, dose: { ...reps(5, 2000), sets: exactly(3) } };
    expect(Math.abs(sum(rounds, 'left') - 30_000)).toBeLessThanOrEqual(3);
  });
});
