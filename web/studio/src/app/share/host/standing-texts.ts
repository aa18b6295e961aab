import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MOST_RULES, type StandingText } from '@limber/core/caution/studio-rules';
import { RulesStore } from '../../api/rules-store';
import { savingWarns, savingWords } from '../../shell/saving-words';

/** Texts that go under the description of every lesson: where else she is, who supports her, codes for her viewers. */
@Component({
  selector: 'lc-standing-texts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Under every description</h2>
    <p class="soft" i18n>
      Your own standing texts, with links and codes. They go under the description of every lesson, and leave the studio
      with nothing else.
    </p>
    @for (one of texts(); track one.id) {
      <textarea
        #text
        rows="2"
        maxlength="1500"
        [value]="one.text"
        [readOnly]="!rules.mayEdit()"
        aria-label="A standing text"
        i18n-aria-label
        data-testid="standing-text"
        (change)="write(one, text)"
      ></textarea>
      @if (rules.mayEdit()) {
        <button type="button" class="text-button quiet" (click)="takeOut(one)" i18n>Take it out</button>
      }
    }
    @if (rules.mayEdit()) {
      @if (gone(); as one) {
        <p role="status" i18n>
          Taken out. <button type="button" class="text-button" (click)="putBack(one)">Put it back</button>
        </p>
      }
      @if (texts().length < most) {
        <textarea
          #fresh
          rows="2"
          maxlength="1500"
          placeholder="One more text"
          i18n-placeholder
          aria-label="One more standing text"
          i18n-aria-label
          (change)="add(fresh)"
        ></textarea>
      }
      @if (warns()) {
        <p class="soft" role="status">{{ saving() }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      margin-bottom: 18px;
      gap: 6px;
      justify-items: start;
    }
    h2 {
      margin: 18px 0 0;
      font-size: 18px;
    }
    p {
      margin: 0;
    }
    textarea {
      width: 100%;
      padding: 8px 12px;
      resize: vertical;
      field-sizing: content;
      font: 15px/1.45 var(--text);
      color: var(--ink);
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 10px;
    }
    .quiet {
      color: var(--soft);
    }
  `,
})
export class StandingTexts {
  protected readonly rules = inject(RulesStore);
  protected readonly most = MOST_RULES.texts;
  protected readonly texts = computed(() => this.rules.own()?.texts ?? []);
  protected readonly gone = signal<StandingText | null>(null);
  protected readonly saving = () => savingWords(this.rules.document);
  protected readonly warns = () => savingWarns(this.rules.document);

  constructor() {
    void this.rules.open();
  }

  protected add(field: HTMLTextAreaElement): void {
    const text = field.value.trim();
    field.value = '';
    // They stand in the order of their ids: the time at which each was written.
    const id = `${Date.now().toString(36).padStart(9, '0')}-${crypto.randomUUID().slice(0, 8)}`;
    if (text) this.rules.edit({ kind: 'set_text', text: { id, text } });
  }

  protected write(one: StandingText, field: HTMLTextAreaElement): void {
    const text = field.value.trim();
    if (text === '') this.takeOut(one);
    else if (text !== one.text) this.rules.edit({ kind: 'set_text', text: { id: one.id, text } });
  }

  protected takeOut(one: StandingText): void {
    this.gone.set(one);
    this.rules.edit({ kind: 'reset_rule', list: 'texts', id: one.id });
  }

  protected putBack(one: StandingText): void {
    this.gone.set(null);
    this.rules.edit({ kind: 'set_text', text: one });
  }
}
