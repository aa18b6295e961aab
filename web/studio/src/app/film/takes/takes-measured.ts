import { computed, inject, resource, type Signal } from '@angular/core';
import { heardLines } from '@limber/core/align/words.document';
import { ROUTES } from '@limber/core/api/routes';
import { soundOf, type Take } from '@limber/core/lesson/take.schema';
import { keptCaptions } from '@limber/core/narration/lines';
import type { TakeMade } from '@limber/core/said-done/take-figures';
import { Api } from '../../api/http';
import { takesMade } from '../../progress/takes-made';

/** What some takes are measured by, as far as it is known; called where a component is made. */
export function takesMeasured(takes: () => readonly Take[]): Signal<(take: Take) => TakeMade> {
  const api = inject(Api);
  const found = takesMade(takes);
  const captions = resource({
    params: computed(() => takes().flatMap((take) => soundOf(take)?.mediaId ?? []), {
      equal: (a, b) => a.join() === b.join(),
    }),
    loader: async ({ params: ids }) => {
      // Without captions there is what was heard.
      const all = await Promise.allSettled(ids.map((id) => api.ask(ROUTES.captions, { params: { id } })));
      return new Map(all.flatMap((one, at) => (one.status === 'fulfilled' ? [[ids[at]!, one.value.text]] : [])));
    },
  });
  return computed(() => {
    const [made, texts] = [found(), captions.hasValue() ? captions.value() : null];
    return (take) => {
      const { words, ...rest } = made(take);
      const lines = keptCaptions(texts?.get(soundOf(take)?.mediaId ?? '') ?? null);
      return { ...rest, lines: lines ?? (words && heardLines(words)) };
    };
  });
}
