import { computed, inject, Injectable, signal } from '@angular/core';
import { MessageService } from 'primeng/api';
import { asOne } from '@limber/core/lesson/as-one';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import { reorder, shifted } from '@limber/core/lesson/reorder';
import { isMove, stepSchema, type MoveStep, type Step } from '@limber/core/lesson/lesson.schema';
import { LessonStore } from '../../api/lesson-store';

/** Steps that were copied, for this lesson and for others in any window of this browser. */
const COPIED = 'limber.steps';

/** What can be set alike. */
export type SharedField = 'priority' | 'role' | 'half' | 'restAfterMs' | 'nowYouMs' | 'locked' | 'counted';

/** The steps that are chosen together, and what is done with all of them: one undoable change each. */
@Injectable()
export class ChosenSteps {
  private readonly store = inject(LessonStore);
  private readonly messages = inject(MessageService, { optional: true });
  private readonly marked = signal<ReadonlySet<string>>(new Set());
  /** Those that are still there. */
  readonly ids = computed<ReadonlySet<string>>(
    () => new Set(this.store.lesson().steps.flatMap(({ id }) => (this.marked().has(id) ? [id] : []))),
  );
  /** What is done is done with these: those chosen together, else the one that is open. */
  readonly steps = computed<readonly Step[]>(() => {
    const { steps } = this.store.lesson();
    if (this.ids().size > 0) return steps.filter((step) => this.ids().has(step.id));
    const one = this.store.selectedStep();
    return one ? [one] : [];
  });
  /** How many steps wait to be put in; looked at anew whenever something is copied, or the window is come back to. */
  readonly copiedCount = signal(copied().length);

  toggle(id: string): void {
    const next = new Set(this.ids());
    if (!next.delete(id)) next.add(id);
    this.marked.set(next);
  }

  /** All from the one that is open to this one. */
  reach(id: string): void {
    const ids = this.store.lesson().steps.map((step) => step.id);
    const [from, to] = [ids.indexOf(this.store.selectedStepId() ?? id), ids.indexOf(id)].sort((a, b) => a - b);
    this.marked.set(new Set([...this.ids(), ...ids.slice(Math.max(0, from!), to! + 1)]));
  }

  all(): void {
    this.marked.set(new Set(this.store.lesson().steps.map((step) => step.id)));
  }

  none(): void {
    this.marked.set(new Set());
  }

  move(by: 1 | -1): void {
    const before = this.store.lesson().steps.map((step) => step.id);
    const changes = reorder(before, shifted(before, new Set(this.steps().map((step) => step.id)), by));
    this.edit(changes);
  }

  /** What is marked of them goes along, and comes back with them. */
  remove(): void {
    const gone = this.steps();
    if (gone.length === 0) return;
    const { steps } = this.store.lesson();
    const at = steps.indexOf(gone[0]!);
    const changes = gone.map(({ id }) => ({ kind: 'remove_step' as const, stepId: id }));
    this.edit(changes);
    this.none();
    const left = this.store.lesson().steps;
    this.store.selectedStepId.set(left[Math.min(at, left.length - 1)]?.id ?? null);
  }

  /** Sets a field of all of them that have it. */
  set<F extends SharedField>(field: F, value: MoveStep[F]): void {
    const changes = this.steps().flatMap((step) =>
      field in step ? [{ kind: 'set_step', stepId: step.id, field, value } as SingleChange] : [],
    );
    if (changes.length > 0) this.store.edit({ kind: 'batch', changes });
  }

  copy(): void {
    if (this.steps().length === 0) return;
    try {
      localStorage.setItem(COPIED, JSON.stringify(this.steps()));
    } catch {
      // A browser keeps some megabytes, and may keep nothing at all.
      const summary = $localize`This browser has no room for so many steps at once. Copy fewer.`;
      this.messages?.add({ severity: 'error', summary, life: 8000 });
    }
    this.copiedCount.set(copied().length);
  }

  look(): void {
    this.copiedCount.set(copied().length);
  }

  /** Puts copied steps in after the one that is open. @returns the id of the first. */
  paste(): string | null {
    return this.putIn(copied());
  }

  /** The same steps once more, after the last of them. @returns the id of the first copy. */
  repeat(): string | null {
    const own = this.steps();
    return own.length === 0 ? null : this.putIn(own, own[own.length - 1]!.id);
  }

  /** One change that is undone as one; none where there is nothing to do. */
  private edit(changes: readonly SingleChange[]): void {
    const change = asOne(changes);
    if (change) this.store.edit(change);
  }

  private putIn(steps: readonly Step[], after: string | null = this.store.selectedStepId()): string | null {
    const known = this.store.lesson().steps;
    let afterStepId = known.some((one) => one.id === after) ? after : (known[known.length - 1]?.id ?? null);
    // Steps that go side by side do so among themselves, and not with those that they come from.
    const bundles = new Map<string, string>();
    const bundleOf = (bundle: string | null, id: string): string | null => {
      if (bundle !== null && !bundles.has(bundle)) bundles.set(bundle, `bundle-${id}`);
      return bundle === null ? null : bundles.get(bundle)!;
    };
    const changes = steps.map((step) => {
      const id = crypto.randomUUID();
      const one: Step = isMove(step) ? { ...step, id, bundle: bundleOf(step.bundle, id) } : { ...step, id };
      const change = { kind: 'add_step' as const, step: one, afterStepId };
      afterStepId = id;
      return change;
    });
    if (changes.length === 0) return null;
    this.edit(changes);
    this.none();
    return changes[0]!.step.id;
  }
}

/** What was copied last; nothing where it cannot be read, as after a change of the program. */
function copied(): Step[] {
  try {
    return stepSchema.array().parse(JSON.parse(localStorage.getItem(COPIED) ?? '[]'));
  } catch {
    return [];
  }
}
