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
  /** Whether everything of these takes can be played. */
  readonly plays: (takeIds: Iterable<string>) => boolean;
}

/** Looks after the media of the open lesson's takes; called where a component is made. */
export function lessonMedia(): LessonMedia {
  const store = inject(LessonStore);
  const progress = inject(Progress);
  knowMedia(() => store.lesson().takes.flatMap((take) => take.sources.map((source) => source.mediaId)));
  const media = computed(
    () =>
      new Map(
        store.lesson().takes.flatMap((take) => {
          const one = mediaOf(take, progress);
          return one ? [[take.id, one] as const] : [];
        }),
      ),
    // An edit of the lesson is no reason to load its film anew.
    { equal: (a, b) => JSON.stringify([...a]) === JSON.stringify([...b]) },
  );
  return { media, plays: (takeIds) => [...takeIds].every((id) => media().has(id)) };
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
