import { computed, inject, type Signal } from '@angular/core';
import type { Words } from '@limber/core/align/words.document';
import type { Analysis } from '@limber/core/footage/analysis.document';
import type { Sound } from '@limber/core/footage/sound.document';
import { pictureOf, soundOf, type Take } from '@limber/core/lesson/take.schema';
import { Progress } from './jobs';
import { madeOf } from './made-of';

/** What was found in a take's media; null for what is not made yet. Times are each recording's own. */
export interface TakeFound {
  readonly sound: Sound | null;
  readonly analysis: Analysis | null;
  /** What was heard to be said. */
  readonly words: Words['lines'] | null;
}

/** What was found in some takes' media, as far as it is made; called where a component is made. */
export function takesMade(takes: () => readonly Take[]): Signal<(take: Take) => TakeFound> {
  const progress = inject(Progress);
  const pictures = (): string[] => takes().flatMap((take) => pictureOf(take) ?? []);
  const heard = (): string[] => takes().flatMap((take) => soundOf(take)?.mediaId ?? []);
  const sounds = madeOf(heard, 'sound.json', (id) => progress.sound(id));
  const analyses = madeOf(pictures, 'analysis.json', (id) => progress.analysis(id));
  const words = madeOf(heard, 'words.json', (id) => progress.words(id));
  return computed(() => {
    const [sound, analysis, said] = [sounds(), analyses(), words()];
    return (take) => {
      const heardIn = soundOf(take)?.mediaId ?? '';
      return {
        sound: sound.get(heardIn) ?? null,
        analysis: analysis.get(pictureOf(take) ?? '') ?? null,
        words: said.get(heardIn)?.lines ?? null,
      };
    };
  });
}
