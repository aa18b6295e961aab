import { computed, inject, type Signal } from '@angular/core';
import { pictureOf, type Take } from '@limber/core/lesson/take.schema';
import type { Voice } from '@limber/core/assembly/voices';
import type { TakeMedia } from '@shared/assembly-player';
import type { SideSound } from '@shared/side-sounds';
import { LessonStore } from '../api/lesson-store';
import { Progress } from './jobs';
import { knowMedia } from './media-of';

/** What the takes of the open lesson are played from, as far as it is prepared. */
export interface LessonMedia {
  /** By the id of the take; those that can be played. */
  readonly media: Signal<ReadonlyMap<string, TakeMedia>>;
  /** By the id of the take: the film that gives it its picture, where it can be played. */
  readonly films: Signal<ReadonlyMap<string, string>>;
  /** Whether everything of these takes can be played. */
  readonly plays: (takeIds: Iterable<string>) => boolean;
}

/** Looks after the media of the open lesson's takes; called where a component is made. */
export function lessonMedia(): LessonMedia {
  const store = inject(LessonStore);
  const progress = inject(Progress);
  knowMedia(() => store.lesson().takes.flatMap((take) => take.sources.map((source) => source.mediaId)));
  const media = byTake(store, (take) => mediaOf(take, progress));
  const films = byTake(store, (take) => (media().has(take.id) ? pictureOf(take) : null));
  return { media, films, plays: (takeIds) => [...takeIds].every((id) => media().has(id)) };
}

/** Something of each take that has it. An edit of the lesson is no reason to load its film anew. */
function byTake<T>(store: LessonStore, of: (take: Take) => T | null): Signal<ReadonlyMap<string, T>> {
  return computed(
    () =>
      new Map(
        store.lesson().takes.flatMap((take) => {
          const one = of(take);
          return one === null ? [] : [[take.id, one] as const];
        }),
      ),
    { equal: (a, b) => JSON.stringify([...a]) === JSON.stringify([...b]) },
  );
}

function mediaOf(take: Take, progress: Progress): TakeMedia | null {
  const picture = pictureOf(take);
  if (!picture || !progress.plays(picture)) return null;
  const sound = take.sources.find((source) => source.role === 'sound');
  const heard = sound && progress.mediaOf(sound.mediaId)?.artefacts.includes('proxy.m4a');
  return {
    picture: `/api/media/${picture}/proxy.mp4`,
    poster: `/api/media/${picture}/poster.jpg`,
    frameRate: take.frameRate,
    sound: sound && heard ? { url: soundUrl(sound.mediaId), offsetMs: sound.offsetMs } : null,
  };
}

/** Voice-over as the player takes it. */
export function soundsOf(voices: readonly Voice[]): SideSound[] {
  return voices.map(({ mediaId, ...voice }) => ({ url: soundUrl(mediaId), ...voice }));
}

function soundUrl(mediaId: string): string {
  return `/api/media/${mediaId}/proxy.m4a`;
}
