import { computed, DestroyRef, inject, resource, type ResourceRef } from '@angular/core';
import type * as z from 'zod';
import type { filmTrialSchema } from '@limber/core/api/films';
import { ROUTES } from '@limber/core/api/routes';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';

/** A picture of a film before it is made, and where the page shows it from. */
export interface TrialPicture {
  readonly file: Blob;
  readonly url: string;
}

/** Which pictures of the open lesson's film are wanted: instants of a cut, ms. */
export interface WantedPictures extends Omit<z.input<typeof filmTrialSchema>, 'atMs' | 'as'> {
  readonly stills: readonly number[];
}

/**
 * Pictures of the film of the open lesson as it will be, one after another, made anew when others are wanted or what is
 * put right has changed; null for those that could not be had. Called where a component is made, and let go of with it.
 */
export function trialPictures(wanted: () => WantedPictures): ResourceRef<(TrialPicture | null)[] | undefined> {
  const [api, { lesson }] = [inject(Api), inject(LessonStore)];
  const urls: string[] = [];
  inject(DestroyRef).onDestroy(() => urls.forEach((url) => URL.revokeObjectURL(url)));
  return resource({
    params: computed(() => ({ id: lesson().id, brighter: lesson().brighter, ...wanted() }), {
      equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
    }),
    loader: async ({ params: { id, brighter: _brighter, stills, ...query }, abortSignal }) => {
      const made: (TrialPicture | null)[] = [];
      for (const atMs of stills) {
        if (abortSignal.aborted) break;
        const file = await api
          .file(ROUTES.filmPicture, { params: { id }, query: { ...query, atMs } })
          .catch(() => null);
        const url = file && URL.createObjectURL(file);
        if (url) urls.push(url);
        made.push(file && url ? { file, url } : null);
      }
      return made;
    },
  });
}
