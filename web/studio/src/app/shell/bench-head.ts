import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Button } from 'primeng/button';
import { LessonStore } from '../api/lesson-store';
import { savingWarns, savingWords } from './saving-words';

/** Title of the lesson, what this bench says of it, whether it is saved, undo and redo, and the bench's own actions. */
@Component({
  selector: 'lc-bench-head',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <div class="title">
        <div class="line">
          <h1 [class.long]="store.lesson().title.length > 32">{{ store.lesson().title }}</h1>
          <p-button
            icon="pi pi-undo"
            [text]="true"
            size="small"
            [disabled]="!store.canUndo()"
            ariaLabel="Undo"
            i18n-ariaLabel
            title="Undo (Ctrl Z)"
            i18n-title
            (onClick)="store.undo()"
          />
          <p-button
            icon="pi pi-undo"
            styleClass="redo"
            [text]="true"
            size="small"
            [disabled]="!store.canRedo()"
            ariaLabel="Redo"
            i18n-ariaLabel
            title="Redo (Ctrl Shift Z)"
            i18n-title
            (onClick)="store.redo()"
          />
        </div>
        <p class="soft">
          @if (!warn()) {
            {{ subtitle() }} ·
          }
          <span [class.warn]="warn()" [title]="store.document().why()" role="status" data-testid="saving">{{
            saving()
          }}</span>
        </p>
      </div>
      <div class="actions"><ng-content /></div>
    </header>
  `,
  styles: `
    header {
      display: flex;
      align-items: flex-start;
      justify-content: space-between;
      gap: 20px;
      padding: 14px 28px 10px;
    }
    .title {
      flex: 1 1 300px;
      min-width: 0;
    }
    .line {
      display: flex;
      align-items: center;
      gap: 2px;
    }
    h1 {
      margin-right: 8px;
      font-size: 26px;
      line-height: 1.12;
      overflow-wrap: anywhere;
      text-wrap: balance;
    }
    h1.long {
      font-size: 21px;
    }
    .title p {
      font-size: 14.5px;
      margin-top: 1px;
    }
    .warn {
      color: var(--clay);
      font-weight: 650;
    }
    :host ::ng-deep .redo {
      transform: scaleX(-1);
    }
    @media print {
      p-button,
      .actions {
        display: none;
      }
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: flex-end;
      gap: 8px;
      padding-top: 4px;
    }
    @media (max-width: 760px) {
      header {
        flex-direction: column;
        gap: 8px;
        padding: 14px 16px 10px;
      }
      .title {
        flex: none;
        width: 100%;
      }
      .actions {
        justify-content: flex-start;
      }
    }
  `,
})
export class BenchHead {
  readonly subtitle = input('');
  protected readonly store = inject(LessonStore);
  protected readonly warn = computed(() => savingWarns(this.store.document()));
  protected readonly saving = computed(() => savingWords(this.store.document()));
}
