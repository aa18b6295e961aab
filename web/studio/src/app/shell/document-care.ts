import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import type { SyncedDocument } from '../api/synced-document';
import { describeChange } from './describe-change';
import { copyText } from './copy-text';

/** What is needed of a document here: what a change looks like is its own affair, and only told in words. */
interface Cared extends Pick<SyncedDocument<unknown, unknown>, 'aside' | 'letGo' | 'resolve'> {
  readonly conflict: () => { reason: string; theirs: unknown; edit: { change: unknown } } | null;
}

/** What every edited document needs to ask and tell: which of two edits stays, and what could never be taken. */
@Component({
  selector: 'lc-document-care',
  imports: [Button, Dialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (aside().length > 0) {
      <section class="aside" role="status" aria-label="Not taken" i18n-aria-label data-testid="aside">
        <p i18n>
          <strong
            >{aside().length, plural, =1 {One edit} other {{{ aside().length }} edits}} could not be taken.</strong
          >
          Everything else is saved.
        </p>
        <ul>
          @for (one of aside(); track one.id) {
            <li>
              <span class="what">{{ one.what }}</span>
              <span class="soft">{{ one.reason }}</span>
              <span class="do">
                <button type="button" class="text-button" (click)="copy(one.what)" i18n>Copy it</button>
                <button type="button" class="text-button" (click)="document().letGo(one.id)" i18n>Let it go</button>
              </span>
            </li>
          }
        </ul>
      </section>
    }
    <p-dialog
      header="This was changed in two places"
      i18n-header
      [visible]="document().conflict() !== null"
      [modal]="true"
      [closable]="false"
      [closeOnEscape]="false"
      [style]="{ width: 'min(560px, 94vw)' }"
    >
      @if (document().conflict(); as conflict) {
        <p i18n>
          {{ conflict.reason }} Choose which one stays. Keep yours, and Undo brings theirs back; keep theirs, and Redo
          brings yours back.
        </p>
        <div class="both">
          <div class="card">
            <h3 i18n>Yours</h3>
            <p>{{ describe(conflict.edit.change) }}</p>
          </div>
          <div class="card">
            <h3 i18n>Theirs</h3>
            <p>{{ describe(conflict.theirs) }}</p>
          </div>
        </div>
        <div class="choose">
          <p-button label="Keep mine" i18n-label (onClick)="document().resolve('mine')" />
          <p-button label="Keep theirs" i18n-label severity="secondary" (onClick)="document().resolve('theirs')" />
        </div>
      }
    </p-dialog>
  `,
  styles: `
    .aside {
      margin: 12px 28px 0;
      padding: 12px 16px;
      border: 1px solid var(--clay);
      border-radius: 14px;
      background: var(--card);
    }
    .aside ul {
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
    }
    .aside li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
      gap: 4px 16px;
      align-items: baseline;
      padding: 5px 0;
      border-top: 1px solid var(--line);
    }
    .what {
      overflow-wrap: anywhere;
    }
    .do {
      display: flex;
      gap: 14px;
      white-space: nowrap;
    }
    .both {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
      margin: 16px 0;
    }
    .both .card {
      padding: 12px 14px;
      overflow-wrap: anywhere;
    }
    .choose {
      margin-top: 0;
    }
  `,
})
export class DocumentCare {
  readonly document = input.required<Cared>();
  protected readonly describe = describeChange;
  protected readonly aside = computed(() =>
    this.document()
      .aside()
      .map(({ id, reason, change }) => ({ id, reason, what: describeChange(change) })),
  );

  protected copy(text: string): void {
    void copyText(text);
  }
}
