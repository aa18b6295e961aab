import { computed, inject, type Signal } from '@angular/core';
import { fullCut } from '@limber/core/assembly/cuts';
import { seenIn, sensedOn, type SensedTakes } from '@limber/core/cue/senses';
import { pictureOf, soundOf, type Take } from '@limber/core/lesson/take.schema';
import type { Voice } from '@limber/core/assembly/voices';
import type { TakeMedia } from '@shared/assembly-player';
import type { SideSound } from '@shared/side-sounds';
import { LessonStore } from '../api/lesson-store';
import { cellsOf } from './cells-of';
import { Progress } from './jobs';
import { madeOf } from './made-of';
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

/** What was heard and seen on the open lesson's takes, as far as it is known by now; called where a component is made. */
export function lessonSensed(): Signal<SensedTakes> {
  const store = inject(LessonStore);
  const progress = inject(Progress);
  const sounds = madeOf(
    () => store.lesson().takes.flatMap((take) => soundOf(take)?.mediaId ?? []),
    'sound.json',
    // Without it captions stand where the plan has them.
    async (id) => (await progress.sound(id)).speech,
  );
  const seen = madeOf(
    () => {
      const { takes } = store.lesson();
      const plays = new Set(fullCut(store.lesson()).pieces.map((piece) => piece.takeId));
      return takes.flatMap((take) => (plays.has(take.id) ? (pictureOf(take) ?? []) : []));
    },
    'analysis.json',
    async (id) => seenIn(await progress.analysis(id), cellsOf),
  );
  return computed(() => sensedOn(store.lesson().takes, { speech: sounds(), seen: seen() }));
}

/** Voice-over as the player takes it. */
export function soundsOf(voices: readonly Voice[]): SideSound[] {
  return voices.map(({ mediaId, ...voice }) => ({ url: soundUrl(mediaId), ...voice }));
}

function soundUrl(mediaId: string): string {
  return `/api/media/${mediaId}/proxy.m4a`;
}
