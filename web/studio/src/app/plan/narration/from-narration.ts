import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Textarea } from 'primeng/textarea';
import * as z from 'zod';
import { MOST_CAPTIONS } from '@limber/core/api/media';
import { around, draftLesson, draftSteps } from '@limber/core/draft/draft';
import { fittingSchools } from '@limber/core/draft/suggest-school';
import { taught } from '@limber/core/draft/taught';
import type { PutRight } from '@limber/core/narration/put-right';
import type { Narrated } from '@limber/core/narration/read';
import { MOST_TEXT } from '@limber/core/lesson/lesson.schema';
import { oldFilmWords } from '@limber/core/render/old-film';
import { SCHOOL_IDS, SCHOOL_NAMES, type SchoolId } from '@limber/core/school/schools';
import { clock } from '@limber/core/time/clock';
import { ApiError } from '../../api/http';
import { Lessons } from '../../api/lessons';
import { LibraryStore } from '../../api/library-store';
import { Keys } from '../../keys/keys';
import { keep, kept } from '../../shell/kept';
import { PlanWork } from '../plan-work';
import { BroughtFiles, recordingOf, titleOf } from './brought-files';
import { FIELD_KEYS, FIELDS, OpenStep } from './open-step';
import { OldRecording } from './old-recording';
import { PasteBeside } from './paste-beside';
import { PlacePlayer } from './place-player';
import { NO_REMARKS, placeOf, readRows, remarksOf, sureOf, type Chip, type ReadRow } from './read-rows';
import { Sayings, sayingsSchema } from './sayings';

const QUIET_MS = 400;
/** Of no doubt any more: see `howSure`. */
const SURE_ENOUGH = 0.8;

/** The worst doubts are asked, the others can wait. */
const ASKED = 3;
/** Words that say when they are said. */
const STAMPED = /\d:\d{2}/;

/** What is under way here, for a reload: the words, and what was put right of them. */
const UNDER_WAY = 'limber.narration';
const underWaySchema = z.object({
  text: z.string(),
  name: z.string(),
  sayings: sayingsSchema,
  left: z.array(z.int()),
  unsaid: z.array(z.string()),
  isPublic: z.boolean().default(false),
  oldDescription: z.string().default(''),
});

/** From a narration to a lesson: what was read, the words it came from, put right, and a draft of what is accepted. */
@Component({
  selector: 'lc-from-narration',
  imports: [FormsModule, NgTemplateOutlet, Button, Checkbox, Textarea, OpenStep, PasteBeside, PlacePlayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './from-narration.html',
  styleUrl: './from-narration.css',
})
export class FromNarration {
  protected readonly makeWords = computed(() =>
    this.made() === 1 ? $localize`Make a lesson of 1 step` : $localize`Make a lesson of ${this.made()} steps`,
  );
  private readonly work = inject(PlanWork);
  private readonly lessons = inject(Lessons);
  private readonly router = inject(Router);
  private readonly library = inject(LibraryStore);
  private readonly injector = inject(Injector);
  private readonly list = viewChild<ElementRef<HTMLElement>>('list');
  private readonly open = viewChild(OpenStep);
  private readonly player = viewChild(PlacePlayer);

  protected readonly text = signal('');
  protected readonly recording = new OldRecording();
  /** Files are held over the place where they are dropped. */
  protected readonly over = signal(false);
  /** What is new of its moves is kept in the library as well. */
  protected readonly keepsMoves = signal(true);
  protected readonly name = signal('');
  protected readonly narrated = signal<Narrated | null>(null);
  protected readonly reading = signal(false);
  protected readonly problem = signal('');
  /** What is not taken: steps by the word that they begin with, and what was read in them by its place in the words. */
  protected readonly left = signal<ReadonlySet<number>>(new Set());
  private readonly unsaid = signal<ReadonlySet<string>>(new Set());
  /** What was put right. */
  protected readonly sayings = new Sayings();
  /** The word with which the open step begins; null where none is open. */
  private readonly openWord = signal<number | null>(null);
  /** Words with which steps begin that are read differently since something was put right, beside the one it was said of. */
  protected readonly changed = signal<ReadonlySet<number>>(new Set());

  private readonly accepted = computed(
    () =>
      new Set(
        (this.narrated()?.steps ?? []).flatMap(({ evidence }, at) => (this.left().has(evidence.from) ? [] : [at])),
      ),
  );
  private readonly taken = computed((): Narrated | null => {
    const narrated = this.narrated();
    return (
      narrated && {
        ...narrated,
        doses: narrated.doses.filter((one) => !this.unsaid().has(placeOf(one.evidence))),
        promises: narrated.promises.filter((one) => !this.unsaid().has(placeOf(one.evidence))),
      }
    );
  });
  protected readonly moves = computed(() => this.library.moves() ?? []);
  private readonly draft = computed(() => {
    const narrated = this.taken();
    if (!narrated) return [];
    let made = 0;
    const seed = crypto.randomUUID();
    const newId = (): string => `${seed}-${made++}`;
    return draftSteps(narrated, this.moves(), newId, this.accepted(), this.sayings.moves());
  });
  private readonly title = computed(() => this.name().trim() || $localize`From a narration`);
  /** The lesson as it would be made, of any school. */
  private readonly lesson = computed(() => {
    const narrated = this.taken();
    return narrated && draftLesson(narrated, this.draft(), this.title(), 'x', SCHOOL_IDS[0]);
  });
  protected readonly rows = computed((): ReadRow[] => {
    const narrated = this.narrated();
    const [draft, given] = [this.draft(), this.sayings.given()];
    return narrated ? readRows(narrated, { draft, given, left: this.left(), unsaid: this.unsaid() }) : [];
  });
  /** Number of the open step: where what began with its word is one with another now, that one. */
  protected readonly openAt = computed(() => {
    const word = this.openWord();
    return word === null ? -1 : this.rows().findLastIndex((row) => row.word <= word);
  });
  /** Steps that are not sure, the least sure first. */
  protected readonly doubts = computed(() => {
    const steps = this.narrated()?.steps ?? [];
    return this.rows()
      .filter((row) => row.accepted && row.worked && !row.agreed && sureOf(steps[row.at]!) < SURE_ENOUGH)
      .sort((a, b) => sureOf(steps[a.at]!) - sureOf(steps[b.at]!));
  });
  /** So many are asked at first; the others can wait. */
  protected readonly asked = computed(() => {
    const first = Math.min(ASKED, this.doubts().length);
    return { first, later: this.doubts().length - first };
  });
  /** What can be pasted beside the film as it is public; null where nobody knows when things are said. */
  protected readonly beside = computed(() => {
    const [narrated, draft, lesson] = [this.taken(), this.draft(), this.lesson()];
    return narrated && lesson && draft.length > 0 && STAMPED.test(this.text())
      ? oldFilmWords(narrated, draft, lesson, this.recording.description())
      : null;
  });
  /** Why the words are likely those of another film; empty where they may be of this one. */
  protected readonly elsewhere = computed(() => {
    const last = this.narrated()?.words.at(-1);
    return last && STAMPED.test(this.text()) ? this.recording.doubt(last.startMs) : '';
  });
  /** What was said of other places because of the last thing that was put right: when they are said. */
  protected readonly alike = computed(() => {
    const last = this.sayings.last();
    const words = this.narrated()?.words;
    if (!last || !words) return [];
    return last.said.slice(1).map(({ word }) => clock(words[word]?.startMs ?? 0));
  });

  protected readonly remarks = computed(() => {
    const narrated = this.narrated();
    return narrated ? remarksOf(narrated, this.unsaid()) : NO_REMARKS;
  });
  protected readonly made = computed(() => this.draft().length);
  /** Moves that are in no library yet. */
  protected readonly newMoves = computed(() => [
    ...new Set(this.draft().flatMap(({ known, step }) => (known ? [] : [step.move]))),
  ]);
  /** What is longer than the words of a step, of the opening or of the closing may be: it is shown, to be kept elsewhere. */
  protected readonly leftOver = computed(() => {
    const narrated = this.taken();
    if (!narrated) return '';
    const steps = this.draft();
    return [...steps.map((one) => one.leftOver), around(narrated, steps).leftOver].filter(Boolean).join('\n\n');
  });
  /** The school that fits the draft best, and the next likely one. */
  protected readonly schools = computed(() => {
    const lesson = this.lesson();
    if (!lesson) return [];
    const likely = fittingSchools(lesson).slice(0, 2);
    const taken = likely.find(({ id }) => id === this.chosen()) ?? likely[0]!;
    return likely.map((one) => ({
      id: one.id,
      name: SCHOOL_NAMES[one.id],
      because: one.because.join(', '),
      taken: one === taken,
    }));
  });
  /** The one of them that was asked for; none where the first of them is taken. */
  protected readonly chosen = signal<SchoolId | null>(null);

  constructor() {
    void this.library.open();
    const before = kept(UNDER_WAY, underWaySchema, sessionStorage);
    if (before) {
      this.text.set(before.text);
      this.name.set(before.name);
      this.sayings.reset(before.sayings);
      this.left.set(new Set(before.left));
      this.unsaid.set(new Set(before.unsaid));
      this.recording.isPublic.set(before.isPublic);
      this.recording.description.set(before.oldDescription);
    }
    void this.bring(inject(BroughtFiles).take());
    this.readWhatIsSaid();
    effect(() => {
      const [text, name, sayings] = [this.text(), this.name(), this.sayings.all()];
      const [left, unsaid, isPublic] = [[...this.left()], [...this.unsaid()], this.recording.isPublic()];
      const oldDescription = this.recording.description();
      if (text.trim() === '') sessionStorage.removeItem(UNDER_WAY);
      else keep(UNDER_WAY, { text, name, sayings, left, unsaid, isPublic, oldDescription }, sessionStorage);
    });
    this.useKeys();
  }

  /** What is typed is read after a pause, what is put right at once. */
  private readWhatIsSaid(): void {
    let readText = '';
    effect((onCleanup) => {
      const [text, said] = [this.text(), this.sayings.said()];
      if (text.trim() === '') {
        this.narrated.set(null);
        return;
      }
      const again = text === readText;
      let running: { unsubscribe(): void } | undefined;
      const timer = setTimeout(
        () => {
          // What is put right changes a few lines: the others stay where they are meanwhile.
          if (!again) this.reading.set(true);
          running = this.work.run({ kind: 'read', text, said }).subscribe({
            next: ({ done }) => {
              if (!done) return;
              readText = text;
              this.problem.set('');
              this.tellChanged(again ? this.narrated() : null, done);
              this.narrated.set(done);
              this.reading.set(false);
            },
            error: (error: Error) => {
              this.problem.set(error.message);
              this.narrated.set(null);
              this.reading.set(false);
            },
          });
        },
        again ? 0 : QUIET_MS,
      );
      onCleanup(() => {
        clearTimeout(timer);
        running?.unsubscribe();
      });
    });
  }

  private tellChanged(before: Narrated | null, after: Narrated): void {
    const bare = ({ kind, action, region, side, tool }: Narrated['steps'][number]): string =>
      [kind, action, region, side, tool].join();
    const were = new Map(before?.steps.map((step) => [step.evidence.from, bare(step)]));
    const own = this.sayings.last()?.said[0]?.word;
    const changed = !before
      ? []
      : after.steps.filter((step) => step.evidence.from !== own && were.get(step.evidence.from) !== bare(step));
    this.changed.set(new Set(changed.map((step) => step.evidence.from)));
  }

  private useKeys(): void {
    const isOpen = (): boolean => this.openAt() >= 0;
    const hasRows = (): boolean => this.rows().length > 0;
    inject(Keys).use(
      [
        { key: 'd', does: $localize`Next doubt, the least sure first`, run: () => this.nextDoubt(), when: hasRows },
        { key: 'arrowdown', does: $localize`Next step`, run: () => this.go(1), when: hasRows },
        { key: 'arrowup', does: $localize`Step before`, run: () => this.go(-1), when: hasRows },
        {
          ...{ key: 'space', does: $localize`Play its place, or pause`, run: () => this.playPlace() },
          when: () => isOpen() && this.recording.film() !== null,
        },
        { key: 'a', does: $localize`It is right as it is`, run: () => this.agree(), when: isOpen },
        { key: 'n', does: $localize`No step begins here`, run: () => this.join(), when: isOpen },
        { key: 'j', does: $localize`Join it with the next`, run: () => this.joinNext(), when: isOpen },
        { key: 'arrowright', does: $localize`One word on`, run: () => this.open()?.moveCaret(1), when: isOpen },
        { key: 'arrowleft', does: $localize`One word back`, run: () => this.open()?.moveCaret(-1), when: isOpen },
        { key: 'p', does: $localize`Part it before this word`, run: () => this.open()?.part(), when: isOpen },
        ...FIELDS.map((field) => ({
          ...{ key: FIELD_KEYS[field], when: isOpen, run: () => this.open()?.open(field) },
          does: $localize`Change what it is, what is done, where, which side, with what`,
        })),
        { key: 'h', does: $localize`Add how many`, run: () => this.open()?.addDose(), when: isOpen },
        { key: 'm', does: $localize`The next likely move`, run: () => this.open()?.nextMove(), when: isOpen },
        { key: 'u', does: $localize`Take the last back`, run: () => this.sayings.undo(), when: hasRows },
        { key: 'mod+z', does: $localize`Undo`, run: () => this.sayings.undo(), when: hasRows },
        { key: 'mod+shift+z', does: $localize`Redo`, run: () => this.sayings.redo(), when: hasRows },
        { key: 'escape', does: $localize`Close the step`, run: () => this.openWord.set(null), when: isOpen },
      ],
      inject(DestroyRef),
    );
  }

  /** Other words: nothing that was said of the old ones holds. */
  protected setText(text: string): void {
    if (text === this.text()) return;
    this.text.set(text);
    this.sayings.reset();
    this.left.set(new Set());
    this.unsaid.set(new Set());
    this.changed.set(new Set());
    this.openWord.set(null);
    this.chosen.set(null);
  }

  protected take(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])];
    input.value = '';
    void this.bring(files);
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    void this.bring([...(event.dataTransfer?.files ?? [])]);
  }

  /** A film, its words, or both in one go. */
  private async bring(files: readonly File[]): Promise<void> {
    if (files.length === 0) return;
    const { film, words } = recordingOf(files);
    this.problem.set('');
    if (film) this.recording.take(film);
    const named = words ?? film;
    if (named && !this.name()) this.name.set(titleOf(named.name));
    if (words && words.size > 4 * MOST_CAPTIONS)
      this.problem.set($localize`That file is larger than any narration. Choose the captions, not the video.`);
    else if (words) this.setText(await words.text());
    else if (!film) this.problem.set($localize`Choose captions (WebVTT, SubRip or text), a film, or both together.`);
  }

  protected accept(word: number, on: boolean): void {
    const left = new Set(this.left());
    if (on) left.delete(word);
    else left.add(word);
    this.left.set(left);
  }

  /** Takes a dose or a promise, or leaves it out. */
  protected turn(place: string): void {
    const unsaid = new Set(this.unsaid());
    if (!unsaid.delete(place)) unsaid.add(place);
    this.unsaid.set(unsaid);
  }

  /** Opens a step, or closes the open one. */
  protected choose(row: ReadRow): void {
    if (this.openAt() === row.at) this.openWord.set(null);
    else this.show(row.word);
  }

  /** Something is put right, here and where the same is said. */
  protected say(said: PutRight): void {
    const narrated = this.narrated();
    if (!narrated) return;
    this.sayings.add({ said: [said, ...taught(narrated, said, this.sayings.given())], moves: [] });
    // What begins anew is looked at next; what was chosen from a list gives the keys back.
    if (said.is === 'begins' || said.is === 'step') this.show(said.word);
  }

  protected chooseMove(moveId: string | null): void {
    const row = this.rows()[this.openAt()];
    if (row) this.sayings.add({ said: [], moves: [[row.word, moveId]] });
  }

  protected agree(): void {
    const row = this.rows()[this.openAt()];
    if (!row) return;
    const next = this.doubts().find((one) => one.word !== row.word);
    this.sayings.add({ said: [{ is: 'step', word: row.word, as: {} }], moves: [] });
    if (next) this.show(next.word);
  }

  protected playPlace(): void {
    const step = this.narrated()?.steps[this.openAt()];
    if (step) this.player()?.toggle(step.startMs, step.endMs);
  }

  protected join(): void {
    const row = this.rows()[this.openAt()];
    if (row && row.at > 0) this.say({ is: 'joined', word: row.word });
  }

  protected joinNext(): void {
    const next = this.rows()[this.openAt() + 1];
    if (next) this.say({ is: 'joined', word: next.word });
  }

  protected nextDoubt(): void {
    const doubts = this.doubts();
    const at = doubts.findIndex((row) => row.at === this.openAt());
    const next = doubts[(at + 1) % Math.max(1, doubts.length)];
    if (next) this.show(next.word);
  }

  private go(by: 1 | -1): void {
    const rows = this.rows();
    const at = this.openAt() < 0 ? (by > 0 ? 0 : rows.length - 1) : this.openAt() + by;
    const next = rows[Math.max(0, Math.min(rows.length - 1, at))];
    if (next) this.show(next.word);
  }

  /** Opens a step and brings it in sight; whoever listens hears it. */
  private show(word: number): void {
    this.openWord.set(word);
    afterNextRender(
      () => {
        // The whole row has the focus, and no button in it: keys are the page's.
        const row = this.list()?.nativeElement.querySelector<HTMLElement>('li.open');
        row?.focus({ preventScroll: true });
        row?.scrollIntoView({ block: 'nearest' });
      },
      { injector: this.injector },
    );
  }

  protected async make(): Promise<void> {
    const narrated = this.taken();
    if (!narrated) return;
    try {
      const school = this.schools().find(({ taken }) => taken)?.id;
      const made = draftLesson(narrated, this.draft(), this.title(), crypto.randomUUID(), school);
      const description = this.beside()?.own.slice(0, MOST_TEXT) ?? '';
      const id = await this.lessons.bringIn({ ...made, description, publicElsewhere: this.recording.isPublic() });
      if (this.keepsMoves()) this.library.add(this.newMoves());
      this.recording.send(id, this.text());
      sessionStorage.removeItem(UNDER_WAY);
      await this.router.navigateByUrl(this.recording.film() ? `/lesson/${id}/film/takes` : `/lesson/${id}/plan/words`);
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : $localize`The lesson could not be made. Try again.`);
    }
  }

  protected turnWords(one: Chip): string {
    const does = one.taken ? $localize`leave it out` : $localize`take it`;
    return one.sure ? `${one.sure}: ${does}` : does;
  }
}
