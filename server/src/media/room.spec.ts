import { mustHaveRoom, NoRoom, RESERVE_BYTES, size } from './room';

describe('room on the disk', () => {
  it('is what is free without the reserve, to the byte', () => {
    expect(() => mustHaveRoom(RESERVE_BYTES + 1000, 1000, 'this film')).not.toThrow();
    expect(() => mustHaveRoom(RESERVE_BYTES + 999, 1000, 'this film')).toThrowError(NoRoom);
    expect(() => mustHaveRoom(RESERVE_BYTES - 1, 0, 'this film')).not.toThrow();
    expect(() => mustHaveRoom(0, 2_100_000_000, 'this film')).toThrowError(
      NoRoom,
      /this film needs 2\.1 GB, and 0 kB can be used/,
    );
  });

  it('is said in the size that fits', () => {
    expect([999, 1000, 999_999, 1_500_000, 999_999_999, 1e9].map(size)).toEqual([
      '1 kB',
      '1 kB',
      '1000 kB',
      '1.5 MB',
      '1000.0 MB',
      '1.0 GB',
    ]);
  });
});
