import type { CueOverride } from '../lesson/override.schema';
import { overrideChange } from './override-change';

describe('a change of an override', () => {
  it('keeps what else it says, and takes the override away with the last of it', () => {
    const own: CueOverride[] = [{ key: 'count', place: [0, 0], startOffsetMs: 40 }];
    expect(overrideChange(own, 'count', { place: undefined })).toEqual({
      ...{ kind: 'set_override', override: { key: 'count', startOffsetMs: 40 } },
    });
    expect(overrideChange(own, 'count', { place: undefined, startOffsetMs: undefined })).toEqual({
      ...{ kind: 'clear_override', key: 'count' },
    });
    expect(overrideChange(own, 'side', { place: undefined })).toBeNull();
    expect(overrideChange(own, 'count', { place: [0, 0] })).toBeNull();
    expect(overrideChange(own, 'count', { place: [0, 1] })).not.toBeNull();
  });
});
