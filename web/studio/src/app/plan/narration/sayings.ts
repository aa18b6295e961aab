import { computed, signal } from '@angular/core';
import * as z from 'zod';
import { givenBy, putRightSchema, type PutRight } from '@limber/core/narration/put-right';

/** One thing that was put right, with everything that was said of other places because of it. */
const sayingSchema = z.object({
  /** Of the place itself first. */
  said: z.array(putRightSchema),
  /** Which move of the library a step is, by the word that it begins with; null for a new one of its words. */
  moves: z.array(z.tuple([z.int().min(0), z.string().nullable()])).default([]),
});
export const sayingsSchema = z.array(sayingSchema);
export type Saying = Readonly<z.infer<typeof sayingSchema>>;

/** What was put right of a reading, in order, with undo and redo. */
export class Sayings {
  private readonly log = signal<{ done: readonly Saying[]; undone: readonly Saying[] }>({ done: [], undone: [] });
  readonly all = computed(() => this.log().done);
  readonly said = computed(() => this.all().flatMap((one): readonly PutRight[] => one.said));
  readonly given = computed(() => givenBy(this.said()));
  readonly moves = computed(() => new Map(this.all().flatMap((one) => one.moves)));
  readonly last = computed(() => this.all().at(-1) ?? null);
  readonly canUndo = computed(() => this.log().done.length > 0);
  readonly canRedo = computed(() => this.log().undone.length > 0);

  add(saying: Saying): void {
    this.log.update(({ done }) => ({ done: [...done, saying], undone: [] }));
  }

  undo(): void {
    this.log.update(({ done, undone }) =>
      done.length === 0 ? { done, undone } : { done: done.slice(0, -1), undone: [...undone, done.at(-1)!] },
    );
  }

  redo(): void {
    this.log.update(({ done, undone }) =>
      undone.length === 0 ? { done, undone } : { done: [...done, undone.at(-1)!], undone: undone.slice(0, -1) },
    );
  }

  /** What was said last is said of its own place only. */
  onlyThere(): void {
    const last = this.last();
    if (!last) return;
    this.log.update(({ done }) => ({
      done: [...done.slice(0, -1), { ...last, said: last.said.slice(0, 1) }],
      undone: [],
    }));
  }

  reset(all: readonly Saying[] = []): void {
    this.log.set({ done: all, undone: [] });
  }
}
