import { computed, inject, resource, signal, type Signal } from '@angular/core';
import { MOST_CAPTIONS } from '@limber/core/api/media';
import { ROUTES } from '@limber/core/api/routes';
import { NarrationError, parseCaptions } from '@limber/core/narration/lines';
import { Api, ApiError } from '../../api/http';

/** Captions of a take's sound: brought, replaced, let go of. */
export interface TakeCaptions {
  /** As they were written; null where there are none, or not yet. */
  readonly text: Signal<string | null>;
  /** What went wrong, in words; empty otherwise. */
  readonly problem: Signal<string>;
  /** The name of a file that would take the place of others; null where nothing is asked. */
  readonly asking: Signal<string | null>;
  bring(file: File): Promise<void>;
  /** Answers whether what was brought takes the place of what is there. */
  replace(yes: boolean): Promise<void>;
  letGo(): Promise<void>;
}

/** @param mediaId whose captions they are; called where a component is made. */
export function takeCaptions(mediaId: () => string | null): TakeCaptions {
  const api = inject(Api);
  const kept = resource({
    params: computed(() => mediaId() ?? undefined),
    loader: async ({ params: id }) => (await api.ask(ROUTES.captions, { params: { id } })).text,
  });
  const problem = signal('');
  const asked = signal<{ readonly id: string; readonly name: string; readonly text: string } | null>(null);

  const send = async (id: string, name: string, text: string, instead: boolean): Promise<void> => {
    try {
      await api.ask(ROUTES.keepCaptions, { params: { id }, body: { text, instead } });
      kept.reload();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (error.type === 'other-captions') asked.set({ id, name, text });
      else problem.set(error.message);
    }
  };
  return {
    text: computed(() => (kept.hasValue() ? kept.value() : null)),
    problem: problem.asReadonly(),
    asking: computed(() => (asked()?.id === mediaId() ? (asked()?.name ?? null) : null)),
    async bring(file) {
      const id = mediaId();
      problem.set('');
      if (id === null) return;
      if (file.size > 4 * MOST_CAPTIONS) {
        problem.set($localize`That file is larger than any captions. Choose the captions, not the film.`);
        return;
      }
      const text = await file.text();
      try {
        parseCaptions(text);
      } catch (error) {
        if (!(error instanceof NarrationError)) throw error;
        problem.set(error.message);
        return;
      }
      await send(id, file.name, text, false);
    },
    async replace(yes) {
      const one = asked();
      asked.set(null);
      if (one && yes) await send(one.id, one.name, one.text, true);
    },
    async letGo() {
      const id = mediaId();
      problem.set('');
      if (id === null) return;
      try {
        await api.ask(ROUTES.removeCaptions, { params: { id } });
        kept.reload();
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        problem.set(error.message);
      }
    },
  };
}
