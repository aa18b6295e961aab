import { inject, signal } from '@angular/core';
import { clock } from '@limber/core/time/clock';
import { ROUTES } from '@limber/core/api/routes';
import { Api } from '../../api/http';
import { Uploads } from '../../progress/uploads';

/** A film that goes on so long after its last word is likely another one's, ms. */
const LONG_SILENCE_MS = 60_000;

/** The film that words are said in, as it lies here; made where a component is. */
export class OldRecording {
  private readonly api = inject(Api);
  private readonly uploads = inject(Uploads);
  readonly film = signal<File | null>(null);
  /** How long it lasts, ms; null where the browser does not know. */
  readonly lastsMs = signal<number | null>(null);
  /** It is public as it is: nothing of it is filmed again. */
  readonly isPublic = signal(false);
  /** What stands under it today, where it is public. */
  readonly description = signal('');

  take(film: File): void {
    this.film.set(film);
    this.lastsMs.set(null);
    this.isPublic.set(true);
  }

  /**
   * Why words are likely those of another film; empty where they may be its own.
   *
   * @param saidMs when the last of them is said.
   */
  doubt(saidMs: number): string {
    const lastsMs = this.lastsMs();
    if (lastsMs === null) return '';
    const [said, lasts] = [clock(saidMs), clock(lastsMs)];
    if (saidMs > lastsMs)
      return $localize`The words go on to ${said}, and this film ends at ${lasts}\: are they its own?`;
    return lastsMs - saidMs > Math.max(LONG_SILENCE_MS, lastsMs / 3)
      ? $localize`The words end at ${said}, and this film goes on to ${lasts}\: are they its own, and all of them?`
      : '';
  }

  /** The film goes to its lesson while other pages are open; its words go along, whenever it arrives. */
  send(lessonId: string, words: string): void {
    const film = this.film();
    if (!film) return;
    void this.uploads.start({ lessonId }, film, (id) => {
      // Without times, or not let through: they can be brought to the take by hand.
      void this.api.ask(ROUTES.arrivalCaptions, { params: { id }, body: { text: words } }).catch(() => undefined);
    });
  }
}
