import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import type { Idea } from '@limber/core/ideas/ideas.document';
import { IdeasStore } from '../api/ideas-store';
import { savingWarns, savingWords } from '../shell/saving-words';
import { DocumentCare } from '../shell/document-care';

/** Ideas as notes of one line: written down wherever they come, made a lesson when their time has come. */
@Component({
  selector: 'lc-ideas',
  imports: [DocumentCare],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Ideas</h2>
    <form (submit)="add(line, $event)">
      <input
        #line
        maxlength="200"
        autocomplete="off"
        placeholder="An idea, in a line"
        i18n-placeholder
        aria-label="An idea, in a line"
        i18n-aria-label
        enterkeyhint="done"
        [disabled]="store.ideas() === null"
      />
      <button type="submit" class="text-button" [disabled]="store.ideas() === null" i18n>Keep it</button>
    </form>
    <lc-document-care [document]="store.document" />
    @if (store.problem() && store.ideas() === null) {
      <p role="alert">
        {{ store.problem() }} <button type="button" class="text-button" (click)="store.open()" i18n>Try again</button>
      </p>
    }
    @if (warns()) {
      <p class="soft" role="status">{{ saving() }}</p>
    }
    @if (gone(); as idea) {
      <p role="status" i18n>
        Taken out. <button type="button" class="text-button" (click)="putBack()">Put it back</button>
      </p>
    }
    <ul>
      @for (idea of store.ideas() ?? []; track idea.id) {
        <li data-testid="idea">
          <textarea
            #text
            class="idea"
            rows="1"
            maxlength="200"
            [value]="idea.text"
            ariaLabel="Idea: {{ idea.text }}"
            i18n-ariaLabel
            (keydown.enter)="$event.preventDefault(); text.blur()"
            (change)="write(idea, text)"
          ></textarea>
          <span class="do">
            <button type="button" class="text-button" (click)="begin.emit(idea)" i18n>Make it a lesson</button>
            <button
              type="button"
              class="text-button quiet"
              ariaLabel="Take out: {{ idea.text }}"
              i18n-ariaLabel
              (click)="remove(idea)"
              i18n
            >
              Take out
            </button>
          </span>
        </li>
      } @empty {
        @if (store.ideas() !== null) {
          <li class="soft none" i18n>What viewers ask for, a move you saw, a title that came on the way home.</li>
        }
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      padding: 16px 18px;
      background: var(--paper-low);
      border-radius: 18px;
    }
    h2 {
      margin: 0 0 8px;
      font-size: 19px;
    }
    form {
      display: flex;
      gap: 10px;
      align-items: center;
    }
    form input {
      flex: 1;
      min-width: 0;
      min-height: 44px;
      padding: 8px 12px;
      font: inherit;
      color: inherit;
      background: var(--card);
      border: 1px solid #9d8c97;
      border-radius: 10px;
    }
    form button {
      min-height: 44px;
    }
    ul {
      margin: 10px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 6px 0 8px;
      border-top: 1px solid var(--line);
    }
    .none {
      font-size: 14.5px;
    }
    .idea {
      width: 100%;
      min-height: 34px;
      padding: 4px 6px;
      resize: none;
      field-sizing: content;
      margin-left: -6px;
      font: inherit;
      color: inherit;
      background: none;
      border: 1px solid transparent;
      border-radius: 8px;
    }
    .idea:hover,
    .idea:focus {
      background: var(--card);
      border-color: #9d8c97;
    }
    .do {
      display: flex;
      gap: 18px;
      font-size: 14.5px;
    }
    .quiet {
      color: var(--soft);
    }
    @media (max-width: 760px) {
      .idea,
      .do button {
        min-height: 44px;
      }
    }
  `,
})
export class IdeasList {
  protected readonly store = inject(IdeasStore);
  /** She wants to make a lesson of one. */
  readonly begin = output<Idea>();
  protected readonly gone = signal<{ idea: Idea; afterId: string | null } | null>(null);
  protected readonly saving = () => savingWords(this.store.document);
  protected readonly warns = () => savingWarns(this.store.document);

  constructor() {
    void this.store.open();
  }

  protected add(field: HTMLInputElement, event: Event): void {
    event.preventDefault();
    const text = field.value.trim();
    if (!text) return;
    this.store.edit({ kind: 'add_idea', idea: { id: crypto.randomUUID(), text }, afterId: null });
    field.value = '';
    field.focus();
  }

  protected write(idea: Idea, field: HTMLTextAreaElement): void {
    const text = field.value.replace(/\s+/g, ' ').trim();
    if (text && text !== idea.text) this.store.edit({ kind: 'set_idea', id: idea.id, text });
    else field.value = idea.text;
  }

  protected remove(idea: Idea): void {
    const ideas = this.store.ideas() ?? [];
    this.gone.set({ idea, afterId: ideas[ideas.indexOf(idea) - 1]?.id ?? null });
    this.store.edit({ kind: 'remove_idea', id: idea.id });
  }

  protected putBack(): void {
    const { idea, afterId } = this.gone()!;
    this.gone.set(null);
    const there = (this.store.ideas() ?? []).some((one) => one.id === afterId);
    this.store.edit({ kind: 'add_idea', idea, afterId: there ? afterId : null });
  }
}
