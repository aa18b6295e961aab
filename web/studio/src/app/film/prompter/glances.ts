import { signal } from '@angular/core';
import type { FoundFace } from '@limber/core/footage/face';
import { lately } from '@limber/core/footage/framed';
import type { Light } from '@limber/core/footage/light';
import { LOOK_MS, type GlanceAnswer, type GlanceRequest } from './glance-messages';

/** A browser's own way to bring the pictures of a camera to where they are looked at (W3C mediacapture-transform). */
declare const MediaStreamTrackProcessor: new (of: { track: MediaStreamTrack; maxBufferSize: number }) => {
  readonly readable: ReadableStream<VideoFrame>;
};

/** So many glances say where a face is. */
const LATELY = 5;

/** Looks at the picture of a camera once a second: how it is lit, and where the face in it is. Nothing of it is kept. */
export class Glances {
  /** What is wrong with the light, in words; empty where nothing is. */
  readonly light = signal('');
  /** Where the face is, unmirrored; null where none is seen, undefined as long as nobody can tell. */
  readonly face = signal<FoundFace | null | undefined>(undefined);
  private readonly worker = new Worker(new URL('./glance.worker', import.meta.url), { type: 'module' });
  private readonly last: (FoundFace | null)[] = [];
  private readonly stop: () => void;

  constructor(track: MediaStreamTrack) {
    this.worker.addEventListener('message', ({ data }: MessageEvent<GlanceAnswer>) => {
      this.light.set(lightWords(data.light));
      if (data.face === undefined) return;
      this.last.push(data.face);
      this.last.splice(0, this.last.length - LATELY);
      this.face.set(lately(this.last));
    });
    this.stop = typeof MediaStreamTrackProcessor === 'undefined' ? this.bring(track) : this.lead(track);
  }

  end(): void {
    this.stop();
    this.worker.terminate();
  }

  /** Pictures come to the worker by themselves: nothing of them is done where keys are heard. */
  private lead(track: MediaStreamTrack): () => void {
    const own = track.clone();
    const { readable } = new MediaStreamTrackProcessor({ track: own, maxBufferSize: 1 });
    const request: GlanceRequest = { frames: readable };
    this.worker.postMessage(request, [readable]);
    return () => own.stop();
  }

  /** Where a browser knows nothing of that, they are brought, one at a time. */
  private bring(track: MediaStreamTrack): () => void {
    const film = document.createElement('video');
    film.muted = true;
    film.srcObject = new MediaStream([track]);
    void film.play().catch(() => undefined);
    let looking = false;
    this.worker.addEventListener('message', () => (looking = false));
    const look = async (): Promise<void> => {
      if (looking || film.readyState < film.HAVE_CURRENT_DATA) return;
      looking = true;
      const request: GlanceRequest = { picture: await createImageBitmap(film) };
      this.worker.postMessage(request, [request.picture]);
    };
    const looks = setInterval(() => void look().catch(() => (looking = false)), LOOK_MS);
    return () => {
      clearInterval(looks);
      film.srcObject = null;
    };
  }
}

function lightWords(light: Light): string {
  if (light === 'dark') return $localize`too dark`;
  if (light === 'bright') return $localize`too bright`;
  return light === 'behind' ? $localize`light from behind` : '';
}
