import { inject, signal } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { Api } from '../../api/http';
import { Uploads } from '../../progress/uploads';

/** The film that words are said in, as it lies here; made where a component is. */
export class OldRecording {
  private readonly api = inject(Api);
  private readonly uploads = inject(Uploads);
  readonly film = signal<File | null>(null);
  /** How long it lasts, ms; null where the browser does not know. */
  readonly lastsMs = signal<number | null>(null);
  /** It is public as it is: nothing of it is filmed again. */
  readonly isPublic = signal(false);

  take(film: File): void {
    this.film.set(film);
    this.lastsMs.set(null);
    this.isPublic.set(true);
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
