import type { CueSound } from '@limber/core/cue/cue-sounds';
import { CueSounds } from './cue-sounds';

/** A sound that notes when it is to begin, and whether it was taken back. */
interface Node {
  buffer: { length: number } | null;
  at: number;
  stopped: boolean;
}

describe('sounds of cues', () => {
  let nodes: Node[];
  let sounds: CueSounds;
  const ring: CueSound[] = [
    { kind: 'count', atMs: 1000 },
    { kind: 'end', atMs: 3000 },
  ];
  beforeEach(() => {
    nodes = [];
    sounds = new CueSounds();
    sounds.connect({
      currentTime: 50,
      sampleRate: 8000,
      destination: {},
      createBuffer: (_channels: number, length: number) => ({ length, copyToChannel: () => undefined }),
      createBufferSource: () => {
        const node = { buffer: null, at: NaN, stopped: false, connect: () => undefined } as Node & object;
        nodes.push(node);
        return Object.assign(node, { start: (at: number) => (node.at = at), stop: () => (node.stopped = true) });
      },
    } as unknown as AudioContext);
  });

  it('are handed over once, a moment before, for the very instant', () => {
    sounds.follow(ring, 700, true, 1);
    expect(nodes.length).toBe(0);
    sounds.follow(ring, 800, true, 1);
    // A list that was worked out anew is the same list.
    sounds.follow(structuredClone(ring), 840, true, 1);
    expect(nodes.map(({ at }) => at)).toEqual([50.2]);
    sounds.follow(ring, 2900, true, 1);
    expect(nodes.map(({ at }) => at)).toEqual([50.2, 50.1]);
  });

  it('come sooner where it plays faster', () => {
    sounds.follow(ring, 600, true, 2);
    expect(nodes.map(({ at }) => at)).toEqual([50.2]);
  });

  it('are not heard after a jump behind them, nor while it stands', () => {
    sounds.follow(ring, 1100, true, 1);
    sounds.follow(ring, 900, false, 1);
    expect(nodes.length).toBe(0);
  });

  it('are taken back when it stops or jumps, and heard again when it plays again', () => {
    sounds.follow(ring, 900, true, 1);
    sounds.pause();
    expect(nodes[0]!.stopped).toBeTrue();
    sounds.follow(ring, 900, true, 1);
    expect(nodes.length).toBe(2);
  });
});
