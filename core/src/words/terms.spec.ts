import { REGIONS } from '../face/regions';
import { SEVERITIES } from '../caution/severity';
import { HALVES, PRODUCT_KINDS } from '../lesson/lesson.schema';
import { workedSideSchema } from '../lesson/segment.schema';
import { SEGMENT_KINDS } from '../lesson/segment-kind';
import { ACTIONS, EDGES, GRIPS, LEVELS, POSTURES, PRESSURES, TEMPERATURES, TOOLS } from '../move/move.schema';
import { isTerm, termOf } from './terms';

describe('a term of the field', () => {
  it('has words of its own, whatever a document can name', () => {
    const lists = [REGIONS, ACTIONS, TOOLS, GRIPS, EDGES, TEMPERATURES, PRESSURES, LEVELS, POSTURES, HALVES];
    const all = [...lists.flat(), ...PRODUCT_KINDS, ...SEGMENT_KINDS, ...SEVERITIES, ...workedSideSchema.options];
    expect(all.filter((one) => !isTerm(one))).toEqual([]);
  });

  it('is said as it is written where it is new', () => {
    expect([termOf('under_chin'), termOf('teach'), termOf('warm_stone')]).toEqual([
      'under chin',
      'explaining',
      'warm stone',
    ]);
  });
});
