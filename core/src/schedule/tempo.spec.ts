import { aMove, reps, way } from '../testing';
import { retimed } from './tempo';

describe('the tempo of a dose', () => {
  const toJaw = aMove({ region: 'jaw', route: way('ear', 'jaw') });
  const toHollow = aMove({ region: 'neck', route: way('ear', 'jaw', 'collarbone') });
  const stays = aMove({ region: 'cheek', route: [] });

  it('goes along with the length of the way, there and back', () => {
    const dose = reps(5, 2000);
    const longer = retimed(dose, toJaw, toHollow, 'left_right');
    if (longer.form !== 'reps') throw new Error('It was another form.');
    expect(longer.tempoMs.planned).toBeGreaterThan(4000);
    const back = retimed(longer, toHollow, toJaw, 'left_right');
    if (back.form !== 'reps') throw new Error('It was another form.');
    expect(Math.abs(back.tempoMs.planned - 2000)).toBeLessThanOrEqual(100);
  });

  it('takes that of the tool along, and is left alone where there is none', () => {
    const dose = reps(5, 2000);
    const stone = retimed(dose, toJaw, { ...toJaw, tool: 'stone' }, 'left_right');
    expect(stone).not.toEqual(dose);
    expect(retimed(dose, toJaw, { ...toJaw }, 'left_right')).toBe(dose);
    expect(retimed(dose, toJaw, stays, 'left_right')).toBe(dose);
    expect(retimed(reps(5, 9000), stays, toJaw, 'left_right')).not.toEqual(reps(5, 9000));
  });
});
