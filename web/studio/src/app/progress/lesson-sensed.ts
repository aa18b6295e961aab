import { computed, inject, Injectable } from '@angular/core';
import { fullCut } from '@limber/core/assembly/cuts';
import { seenIn, sensedOn } from '@limber/core/cue/senses';
import { pictureOf, soundOf } from '@limber/core/lesson/take.schema';
import { LessonStore } from '../api/lesson-store';
import { cellsOf } from './cells-of';
import { Progress } from './jobs';
import { madeOf } from './made-of';

/** What was heard and seen on the open lesson's takes, as far as it is known by now: fetched once for all benches. */
@Injectable()
export class LessonSensed {
  private readonly store = inject(LessonStore);
  private readonly progress = inject(Progress);
  private readonly speech = madeOf(
    () => this.store.lesson().takes.flatMap((take) => soundOf(take)?.mediaId ?? []),
    'sound.json',
    // Without it captions stand where the plan has them.
    async (id) => (await this.progress.sound(id)).speech,
  );
  /** Of what plays: an hour of pictures is megabytes. */
  private readonly seen = madeOf(
    () => {
      const lesson = this.store.lesson();
      const plays = new Set(fullCut(lesson).pieces.map((piece) => piece.takeId));
      return lesson.takes.flatMap((take) => (plays.has(take.id) ? (pictureOf(take) ?? []) : []));
    },
    'analysis.json',
    async (id) => seenIn(await this.progress.analysis(id), cellsOf),
  );
  readonly takes = computed(() => sensedOn(this.store.lesson().takes, { speech: this.speech(), seen: this.seen() }));
}
