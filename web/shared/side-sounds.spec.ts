import { SideSounds, type SideSound } from './side-sounds';

/** An element that notes what it is told. */
class SilentAudio {
  static readonly made: SilentAudio[] = [];
  currentTime = 0;
  paused = true;
  volume = 1;
  playbackRate = 1;
  preservesPitch = false;

  constructor(readonly src: string) {
    SilentAudio.made.push(this);
  }

  play(): Promise<void> {
    this.paused = false;
    return Promise.resolve();
  }

  pause(): void {
    this.paused = true;
  }
}

describe('sounds beside the pictures', () => {
  const real = window.Audio;
  let sounds: SideSounds;
  beforeEach(() => {
    SilentAudio.made.length = 0;
    (window as { Audio: unknown }).Audio = SilentAudio;
    sounds = new SideSounds();
  });
  afterEach(() => (window.Audio = real));

  const voice: SideSound = { url: 'voice', startMs: 5000, fromMs: 1000, toMs: 4000, gainDb: -6 };

  it('are heard where they belong on the cut, from their own place in the recording', () => {
    sounds.follow([voice], 4999, true);
    expect(SilentAudio.made.length).toBe(0);
    sounds.follow([voice], 6000, true);
    const [element] = SilentAudio.made;
    expect([element!.src, element!.currentTime, element!.paused]).toEqual(['voice', 2, false]);
    expect(element!.volume).toBeCloseTo(0.501, 3);
    expect(element!.preservesPitch).toBeTrue();
    // Its last instant is no more its own.
    sounds.follow([voice], 7999, true);
    expect(element!.paused).toBeFalse();
    sounds.follow([voice], 8000, true);
    expect(element!.paused).toBeTrue();
  });

  it('are brought back only when they are off by more than can be heard', () => {
    sounds.follow([voice], 5000, true);
    const [element] = SilentAudio.made;
    element!.currentTime = 1.1;
    sounds.follow([voice], 5000, true);
    expect(element!.currentTime).toBe(1.1);
    element!.currentTime = 1.13;
    sounds.follow([voice], 5000, true);
    expect(element!.currentTime).toBe(1);
  });

  it('pause with the picture, follow its speed, and several sound at once', () => {
    const other: SideSound = { ...voice, url: 'other', startMs: 5500, gainDb: 0 };
    sounds.setRate(0.5);
    sounds.follow([voice, other], 6000, true);
    expect(SilentAudio.made.map((one) => [one.src, one.playbackRate, one.currentTime])).toEqual([
      ['voice', 0.5, 2],
      ['other', 0.5, 1.5],
    ]);
    sounds.pause();
    expect(SilentAudio.made.every((one) => one.paused)).toBeTrue();
    sounds.follow([voice, other], 6000, false);
    expect(SilentAudio.made.every((one) => one.paused)).toBeTrue();
    sounds.setRate(2);
    expect(SilentAudio.made[0]!.playbackRate).toBe(2);
    sounds.stop();
    sounds.follow([], 6000, true);
    expect(SilentAudio.made.length).toBe(2);
  });
});
