import { signal } from '@angular/core';
import type { FoundFace } from '@limber/core/footage/face';
import { lately } from '@limber/core/footage/framed';
import type { Light } from '@limber/core/footage/light';
import type { GlanceAnswer, GlanceRequest } from './glance-messages';

/** So often it is looked at the picture, ms. */
const LOOK_MS = 1000;
/** As large as a glance has to be: the picture is scaled by what brings it, and not where keys are heard. */
const GLANCE = { width: { ideal: 640 }, height: { ideal: 360 } };

/** So many glances say where a face is. */
const LATELY = 5;

function lightWords(light: Light): string {
  if (light === 'dark') return $localize`too dark`;
  if (light === 'bright') return $localize`too bright`;
  return light === 'behind' ? $localize`light from behind` : '';
}

/** Looks at the picture of a camera once a second: how it is lit, and where the face in it is. Nothing of it is kept. */
export class Glances {
  /** What is wrong with the light, in words; empty where nothing is. */
  readonly light = signal('');
  /** Where the face is, unmirrored; null where none is seen, undefined as long as nobody can tell. */
  readonly face = signal<FoundFace | null | undefined>(undefined);
  /** The picture, small: for the eye it is enough. */
  readonly stream: MediaStream;
  private readonly film = document.createElement('video');
  private readonly worker = new Worker(new URL('./glance.worker', import.meta.url), { type: 'module' });
  private readonly looks: ReturnType<typeof setInterval>;
  private looking = false;
  private readonly last: (FoundFace | null)[] = [];

  constructor(track: MediaStreamTrack) {
    const small = track.clone();
    void small.applyConstraints(GLANCE).catch(() => undefined);
    this.stream = new MediaStream([small]);
    this.film.muted = true;
    this.film.srcObject = this.stream;
    void this.film.play().catch(() => undefined);
    this.worker.addEventListener('message', ({ data }: MessageEvent<GlanceAnswer>) => {
      this.looking = false;
      this.light.set(lightWords(data.light));
      if (data.face === undefined) return;
      this.last.push(data.face);
      this.last.splice(0, this.last.length - LATELY);
      this.face.set(lately(this.last));
    });
    this.looks = setInterval(() => void this.look(), LOOK_MS);
  }

  end(): void {
    clearInterval(this.looks);
    for (const track of this.stream.getTracks()) track.stop();
    this.film.srcObject = null;
    this.worker.terminate();
  }

  /** One at a time: whoever is slow looks less often. */
  private async look(): Promise<void> {
    if (this.looking || this.film.readyState < this.film.HAVE_CURRENT_DATA) return;
    this.looking = true;
    try {
      const request: GlanceRequest = { picture: await createImageBitmap(this.film) };
      this.worker.postMessage(request, [request.picture]);
    } catch {
      this.looking = false;
    }
  }
}
