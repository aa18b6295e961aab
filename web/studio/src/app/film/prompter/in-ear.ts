import type { PrompterChoices } from './prompter-choices';

const CLICK_MS = 60;
const TONE_HZ = 1200;
/** Softly: it is right at the ear. */
const LOUD = 0.7;

/** What is heard with every count in the ear that has the earphone: a short click, or the number. */
export class InEar {
  private readonly sound = new AudioContext();
  private readonly tone = clickAt(this.sound);
  private readonly numbers = new Map<number, Promise<AudioBuffer>>();

  /** @param wanted ‘number-left’: the number, in the left ear. */
  constructor(private readonly wanted: Exclude<PrompterChoices['click'], 'off'>) {}

  /** Numbers that will be told are fetched before they are. */
  expect(numbers: Iterable<number>): void {
    if (this.wanted.startsWith('number')) for (const n of numbers) void this.spoken(n).catch(() => undefined);
  }

  /** A number that cannot be spoken is a click. */
  async tell(n: number | null): Promise<void> {
    const number = this.wanted.startsWith('number') && n !== null ? await this.spoken(n).catch(() => null) : null;
    const source = new AudioBufferSourceNode(this.sound, { buffer: number ?? this.tone });
    const pan = this.wanted.endsWith('left') ? -1 : 1;
    source
      .connect(new GainNode(this.sound, { gain: LOUD }))
      .connect(new StereoPannerNode(this.sound, { pan }))
      .connect(this.sound.destination);
    source.start();
  }

  end(): void {
    void this.sound.close();
  }

  private spoken(n: number): Promise<AudioBuffer> {
    const known = this.numbers.get(n);
    if (known) return known;
    const spoken = fetch(`/api/spoken-numbers/${n}`).then(async (answer) => {
      if (!answer.ok) throw new Error(answer.statusText);
      return this.sound.decodeAudioData(await answer.arrayBuffer());
    });
    this.numbers.set(n, spoken);
    return spoken;
  }
}

function clickAt({ sampleRate }: AudioContext): AudioBuffer {
  const length = Math.round((sampleRate * CLICK_MS) / 1000);
  const buffer = new AudioBuffer({ length, sampleRate });
  const samples = buffer.getChannelData(0);
  for (let at = 0; at < length; at++)
    samples[at] = 0.17 * Math.sin((2 * Math.PI * TONE_HZ * at) / sampleRate) * (1 - at / length);
  return buffer;
}
