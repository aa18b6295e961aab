import { computed, inject, resource, type Signal } from '@angular/core';
import type { MediumArtefact } from '@limber/core/api/media';
import { Progress } from './jobs';

/**
 * What was made of some media, by medium, as far as it can be had; called where a component is made. It is asked for
 * once, and again only when there is more of it: how far other work is, is no reason.
 */
export function madeOf<T>(
  mediaIds: () => readonly string[],
  name: MediumArtefact,
  load: (mediaId: string) => Promise<T>,
): Signal<ReadonlyMap<string, T>> {
  const progress = inject(Progress);
  const found = resource({
    params: computed(() => mediaIds().filter((id) => progress.mediaOf(id)?.artefacts.includes(name)), {
      equal: (a, b) => a.join() === b.join(),
    }),
    loader: async ({ params: ids }) => {
      const all = await Promise.allSettled(ids.map(load));
      return new Map(all.flatMap((one, i) => (one.status === 'fulfilled' ? [[ids[i]!, one.value] as const] : [])));
    },
  });
  return computed(() => (found.hasValue() ? found.value() : new Map<string, T>()));
}
