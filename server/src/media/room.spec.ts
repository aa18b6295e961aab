import { mustHaveRoom, NoRoom, RESERVE_BYTES } from './room';

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
});
