const CLICK_MS = 60;
const TONE_HZ = 1200;

/** Short clicks in one ear, for whoever counts with an earphone while filming. */
export class Clicks {
  private readonly sound = new AudioContext();
  private readonly tone = clickAt(this.sound);

  click(ear: 'left' | 'right'): void {
    const source = new AudioBufferSourceNode(this.sound, { buffer: this.tone });
    source.connect(new StereoPannerNode(this.sound, { pan: ear === 'left' ? -1 : 1 })).connect(this.sound.destination);
    source.start();
  }

  end(): void {
    void this.sound.close();
  }
}

function clickAt({ sampleRate }: AudioContext): AudioBuffer {
  const length = Math.round((sampleRate * CLICK_MS) / 1000);
  const buffer = new AudioBuffer({ length, sampleRate });
  const samples = buffer.getChannelData(0);
  for (let at = 0; at < length; at++)
    samples[at] = 0.12 * Math.sin((2 * Math.PI * TONE_HZ * at) / sampleRate) * (1 - at / length);
  return buffer;
}
