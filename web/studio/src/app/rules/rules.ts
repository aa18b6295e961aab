import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { cautionSchema, type Caution } from '@limber/core/caution/caution.schema';
import { everyCaution, isBuiltIn, NO_DIFFERENCE } from '@limber/core/caution/studio-rules';
import { CLAIMS, type Wording } from '@limber/core/caution/wording';
import { ChangeError } from '@limber/core/document/edit';
import type { RulesChange } from '@limber/core/rules/rules-change';
import { RulesStore } from '../api/rules-store';
import { Session } from '../api/session';
import { Keys } from '../keys/keys';
import { DocumentCare } from '../shell/document-care';
import { savingWarns, savingWords } from '../shell/saving-words';
import { CautionEditor } from './caution-editor';
import { CueFigures } from './cue-figures';
import { SchoolRules } from './school-rules';
import { claimName } from './words';
import { WordingEditor } from './wording-editor';

type Tab = 'cautions' | 'wordings' | 'schools' | 'figures';

/** What lessons are checked by: cautions, careful wordings and schools, as the program brings them and as she has them. */
@Component({
  selector: 'lc-rules',
  imports: [Button, CautionEditor, CueFigures, DocumentCare, SchoolRules, WordingEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rules.html',
  styleUrl: './rules.css',
})
export class RulesPage {
  protected readonly store = inject(RulesStore);
  protected readonly session = inject(Session);
  protected readonly document = this.store.document;
  protected readonly saving = computed(() => savingWords(this.document));
  protected readonly warns = computed(() => savingWarns(this.document));
  protected readonly tab = signal<Tab>('cautions');
  protected readonly tabs: readonly { value: Tab; label: string }[] = [
    { value: 'cautions', label: $localize`Cautions` },
    { value: 'wordings', label: $localize`Careful wording` },
    { value: 'schools', label: $localize`Schools` },
    { value: 'figures', label: $localize`What viewers can follow` },
  ];
  protected readonly problem = signal('');
  protected readonly claimName = claimName;

  private readonly cautionId = signal('drain');
  private readonly claimId = signal<Wording['id']>('detox');

  /** Every caution that there is, silent ones too, with what the studio did to it. */
  protected readonly cautions = computed(() => {
    const own = this.store.own();
    const changed = new Map((own?.cautions ?? []).map((one) => [one.id, one]));
    const silent = new Set((own?.silent ?? []).map((one) => one.id));
    return everyCaution(own ?? NO_DIFFERENCE).map((caution) => ({
      caution,
      silent: silent.has(caution.id),
      state: silent.has(caution.id)
        ? $localize`not asked for`
        : !isBuiltIn(caution.id)
          ? 'yours'
          : changed.has(caution.id)
            ? 'changed'
            : '',
    }));
  });
  protected readonly chosen = computed(
    () => this.cautions().find((one) => one.caution.id === this.cautionId()) ?? this.cautions()[0]!,
  );
  protected readonly ownCaution = computed(() =>
    (this.store.own()?.cautions ?? []).some((one) => one.id === this.chosen().caution.id),
  );
  protected readonly builtIn = computed(() => isBuiltIn(this.chosen().caution.id));

  protected readonly claims = computed(() => {
    const changed = new Set((this.store.own()?.wordings ?? []).map((one) => one.id));
    // That muscles are trained is no claim to be marked.
    return CLAIMS.filter((id) => id !== 'muscle').map((id) => ({ id, changed: changed.has(id) }));
  });
  protected readonly wording = computed(() => this.store.rules().wordings.get(this.claimId())!);
  protected readonly ownWording = computed(() =>
    (this.store.own()?.wordings ?? []).some((one) => one.id === this.claimId()),
  );

  constructor() {
    void this.store.open();
    inject(Keys).use([
      { key: 'mod+z', does: $localize`Undo`, run: () => this.back('undo') },
      { key: 'mod+shift+z', does: $localize`Redo`, run: () => this.back('redo') },
    ]);
  }

  protected choose(id: string): void {
    this.cautionId.set(id);
  }

  protected chooseClaim(id: Wording['id']): void {
    this.claimId.set(id);
  }

  protected edit(change: RulesChange): void {
    this.problem.set('');
    try {
      this.store.edit(change);
    } catch (error) {
      this.problem.set(error instanceof ChangeError ? error.message : $localize`That did not work. Try again.`);
    }
  }

  protected setCaution(caution: Caution): void {
    this.edit({ kind: 'set_caution', caution });
  }

  protected reset(list: 'cautions' | 'silent' | 'wordings', id: string): void {
    this.edit({ kind: 'reset_rule', list, id });
  }

  /** A caution of the studio's own, to be filled in. */
  protected add(): void {
    const id = `own-${crypto.randomUUID().slice(0, 8)}`;
    this.setCaution(
      cautionSchema.parse({
        id,
        name: $localize`A caution of ours`,
        triggers: [{ severity: 'should', because: $localize`touches the skin` }],
        dangers: ['ask'],
        say: $localize`If you are not sure, ask first.`,
        readFirst: $localize`If you are not sure, ask first.`,
      }),
    );
    this.choose(id);
  }

  protected back(way: 'undo' | 'redo'): void {
    if (way === 'undo' ? !this.document.canUndo() : !this.document.canRedo()) return;
    if (way === 'undo') this.document.undo();
    else this.document.redo();
  }
}
