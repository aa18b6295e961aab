import { inject, Injectable } from '@angular/core';
import { filter } from 'rxjs';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { Api } from './http';
import { Stream } from './stream';
import { SyncedDocument } from './synced-document';
import { Tab } from './tab';

/** A lesson as a synced document. One for each opening: undo and queue of one lesson never meet another's. */
@Injectable({ providedIn: 'root' })
export class Documents {
  private readonly api = inject(Api);
  private readonly tab = inject(Tab);
  private readonly stream = inject(Stream);

  lesson(id: string, onLoaded: (answer: unknown) => void): SyncedDocument<Lesson, Change> {
    return new SyncedDocument(this.api, this.tab, {
      editing: lessonEditing,
      path: `lessons/${encodeURIComponent(id)}`,
      key: `lesson:${id}`,
      edits: this.stream.lessons.pipe(filter((one) => one.id === id)),
      opened: this.stream.opened,
      onLoaded,
    });
  }
}
