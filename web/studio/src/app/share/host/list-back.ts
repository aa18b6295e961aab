import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { differences } from '@limber/core/compare/compare';
import { edited } from '@limber/core/document/editing';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { piecesFrom } from '@limber/core/render/hand-back';
import { wordsOf } from '@shared/words-of';
import { LessonStore } from '../../api/lesson-store';

/** A list that an editor gave back: what it would change is told first; then it plays by it, as one edit. */
@Component({
  selector: 'lc-list-back',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #file
      type="file"
      accept=".edl,.otio,.json"
      hidden
      aria-label="Bring one back"
      i18n-aria-label
      (change)="read(file)"
    />
    <button type="button" class="text-button" (click)="file.click()" i18n>Bring one back, as it plays now</button>
    @if (problem()) {
      <p role="alert" class="problem">{{ name() }}: {{ problem() }}</p>
    }
    @if (told(); as sentences) {
      <div class="told" role="status" data-testid="list-back">
        <strong>{{ name() }}</strong>
        <ul>
          @for (words of sentences; track $index) {
            <li>{{ words }}</li>
          } @empty {
            <li i18n>It plays as it does already: there is nothing to take over.</li>
          }
        </ul>
        <div class="choose">
          @if (sentences.length > 0) {
            <p-button label="Let it play so" i18n-label (onClick)="takeOver()" />
          }
          <button type="button" class="text-button" (click)="change.set(null)" i18n>Leave it as it is</button>
        </div>
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      margin-top: 18px;
    }
    button {
      justify-self: start;
    }
    .told {
      padding: 12px 16px;
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 12px;
    }
    ul {
      margin: 6px 0 10px;
      padding-left: 18px;
    }
    .choose {
      display: flex;
      gap: 18px;
      align-items: center;
    }
    .problem {
      margin: 0;
      color: var(--clay);
      font-weight: 650;
    }
  `,
})
export class ListBack {
  private readonly store = inject(LessonStore);
  protected readonly name = signal('');
  protected readonly problem = signal('');
  /** What would be made of the lesson. */
  protected readonly change = signal<Change | null>(null);
  /** What that changes, against the lesson as it is by now; null where nothing is asked. */
  protected readonly told = computed(() => {
    const change = this.change();
    if (!change) return null;
    const { lesson } = this.store;
    const after = this.after(change);
    // Somebody may have taken one of its takes out meanwhile.
    if (after === null) return null;
    const same = JSON.stringify(after.assembly) === JSON.stringify(lesson().assembly);
    if (same) return [];
    const n = after.assembly.length;
    const pieces = n === 1 ? $localize`1 piece plays.` : $localize`${n} pieces play.`;
    return [pieces, ...differences(lesson(), after).map((one) => one.words)];
  });

  protected async read(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    this.name.set(file.name);
    this.problem.set('');
    this.change.set(null);
    try {
      const change: Change = {
        kind: 'set_assembly',
        assembly: piecesFrom(this.store.lesson(), { name: file.name, text: await file.text() }),
      };
      // What could not be kept is refused before it is told of.
      edited(lessonEditing, this.store.lesson(), change);
      this.change.set(change);
    } catch (error) {
      this.problem.set(wordsOf(error));
    }
  }

  private after(change: Change): Lesson | null {
    try {
      return edited(lessonEditing, this.store.lesson(), change);
    } catch {
      return null;
    }
  }

  protected takeOver(): void {
    this.store.edit(this.change()!);
    this.change.set(null);
  }
}
