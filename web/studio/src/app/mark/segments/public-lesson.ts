import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { SaidDone } from '@limber/core/check/said-done';
import { publicWords } from '@limber/core/render/public-words';
import { timelineOf } from '@limber/core/schedule/timeline';
import { LessonStore } from '../../api/lesson-store';
import { copyText } from '../../shell/copy-text';

/** A lesson that is public elsewhere: what can still be said beside its film, to be taken there. */
@Component({
  selector: 'lc-public-lesson',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="public">
      <input type="checkbox" [checked]="store.lesson().publicElsewhere" (change)="set($event)" />
      <span i18n>It is public already, where its film stays as it is</span>
    </label>
    @if (store.lesson().publicElsewhere) {
      <p class="soft" i18n>
        Nothing is filmed for it any more. What is wrong can be said beside it; captions are under Cues.
      </p>
      @for (one of texts(); track one.name) {
        <section>
          <h3>{{ one.name }}</h3>
          @if (one.text) {
            <pre data-testid="public-words">{{ one.text }}</pre>
            <button type="button" class="text-button" (click)="copy(one.name, one.text)">
              {{ copyWords(one.name) }}
            </button>
          } @else {
            <p class="soft">{{ one.none }}</p>
          }
        </section>
      }
      <p role="status" class="soft">{{ note() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 14px;
      padding-top: 10px;
      border-top: 1px solid var(--line);
    }
    .public {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 34px;
    }
    h3 {
      margin: 8px 0 4px;
      font-size: 16px;
    }
    pre {
      max-height: 220px;
      margin: 0;
      padding: 10px 12px;
      font: 14.5px/1.45 var(--text);
      white-space: pre-wrap;
      overflow: auto;
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 10px;
    }
  `,
})
export class PublicLesson {
  readonly held = input.required<SaidDone>();
  protected readonly store = inject(LessonStore);
  protected readonly note = signal('');
  /** Which text was copied last. */
  private readonly copied = signal('');
  protected readonly texts = computed(() => {
    const lesson = this.store.judged();
    const { pinned, description } = publicWords(lesson, this.held(), timelineOf(lesson)!);
    return [
      { name: $localize`A comment to pin`, text: pinned, none: $localize`Nothing on the film needs to be put right.` },
      { name: $localize`For its description`, text: description, none: '' },
    ];
  });

  protected readonly copyWords = (name: string): string =>
    this.copied() === name ? $localize`Copied` : $localize`Copy it`;

  protected set(event: Event): void {
    const value = (event.target as HTMLInputElement).checked;
    this.store.edit({ kind: 'set_lesson', field: 'publicElsewhere', value });
  }

  protected async copy(name: string, text: string): Promise<void> {
    const done = await copyText(text);
    if (done) this.copied.set(name);
    this.note.set(done ? '' : $localize`This browser does not let it be copied: select it, and copy it yourself.`);
  }
}
