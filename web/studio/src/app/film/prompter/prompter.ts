import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { stillToFilm } from '@limber/core/assembly/coverage';
import { pictureOf } from '@limber/core/lesson/take.schema';
import { promptsOf, type Prompt } from '@limber/core/prompt/prompts';
import type { Shown } from '@limber/core/prompt/session';
import { paperOf } from '@limber/core/paper/paper';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { Uploads } from '../../progress/uploads';
import { BenchHead } from '../../shell/bench-head';
import { Choice, type Option } from '../../shell/choice';
import { Ribbon } from '@shared/ribbon';
import { wordsOf } from '@shared/words-of';
import { Filming } from './filming';
import { KeptRecordings } from './kept-recordings';
import { LeftRecordings } from './left-recordings';
import { devices, openStream, playedAs, roomFor } from './open-stream';
import { keepChoices, keptChoices, type PrompterChoices } from './prompter-choices';
import { Prompting } from './prompting';
import { Recording } from './recording';
import { Rehearsal } from './rehearsal';
import { SecondScreen } from './second-screen';
import { SecondScreenCard } from './second-screen-card';

type Scope = 'all' | 'missing' | 'again';

/** Film · Prompter: choose how one films, see what to have ready, then read, be paced, and have the log written. */
@Component({
  selector: 'lc-prompter',
  imports: [BenchHead, Button, Choice, LeftRecordings, Prompting, Rehearsal, Ribbon, RouterLink, SecondScreenCard],
  providers: [SecondScreen],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prompter.html',
  styleUrl: './prompter.css',
})
export class Prompter {
  private readonly app = inject(ApplicationRef);
  protected readonly store = inject(LessonStore);
  private readonly kept = inject(KeptRecordings);
  private readonly uploads = inject(Uploads);
  protected readonly secondScreen = inject(SecondScreen);
  protected readonly choices = signal(keptChoices());
  protected readonly scope = signal<Scope>('all');
  protected readonly cameras = signal<readonly Option<string>[]>([]);
  /** What films: cameras, and for trying out a take that plays as if it were one. */
  protected readonly films = computed((): readonly Option<string>[] => {
    const cameras = this.cameras().length > 0 ? this.cameras() : [{ value: '', label: $localize`The camera here` }];
    const played = this.store.lesson().takes.flatMap((take) => {
      const mediaId = pictureOf(take);
      const label = $localize`Demo camera: plays “${take.name}”`;
      return mediaId ? [{ value: playedAs(mediaId), label }] : [];
    });
    return [...cameras, ...played];
  });
  protected readonly microphones = signal<readonly Option<string>[]>([]);
  protected readonly opening = signal(false);
  protected readonly trouble = signal('');
  protected readonly filming = signal<Filming | null>(null);
  protected readonly recording = signal<Recording | null>(null);
  protected readonly ended = signal<{
    words: string;
    prompts: readonly Prompt[];
    shown: readonly Shown[] | null;
  } | null>(null);

  protected readonly paper = computed(() => paperOf(this.store.judged()));
  private readonly unfilmed = computed(() => stillToFilm(this.store.lesson()));
  protected readonly scopes = computed((): Option<Scope>[] => {
    const missing = this.unfilmed().size;
    const again = new Set(this.store.lesson().filmAgain.map((one) => one.stepId)).size;
    const steps = (n: number): string => (n === 1 ? $localize`1 step` : $localize`${n} steps`);
    return [
      { value: 'all', label: $localize`The whole lesson` },
      ...(missing > 0 && missing < this.store.lesson().steps.length
        ? [{ value: 'missing' as const, label: $localize`Only what is not filmed yet: ${steps(missing)}` }]
        : []),
      ...(again > 0
        ? [{ value: 'again' as const, label: $localize`Only what is to film again: ${steps(again)}` }]
        : []),
    ];
  });
  protected readonly prompts = computed(() => {
    const lesson = this.store.lesson();
    if (this.scope() === 'missing') return promptsOf(lesson, this.unfilmed());
    if (this.scope() === 'again') return promptsOf(lesson, new Set(lesson.filmAgain.map((one) => one.stepId)));
    return promptsOf(lesson);
  });
  /** Why the recording is not being sent along, in words; empty while it is. */
  protected readonly notSent = computed(() => {
    const id = this.recording()?.id;
    return this.uploads.all().some((one) => one.key === id && one.state !== 'sending')
      ? $localize`not sent just now: kept here`
      : '';
  });
  protected readonly subtitle = computed(() => {
    const lasts = this.prompts().at(-1)?.endMs ?? 0;
    return $localize`runs ${clock(lasts)} at your pace`;
  });
  protected readonly beginWords = computed(() =>
    this.choices().records === 'nothing' ? $localize`Rehearse` : $localize`Begin to film`,
  );

  protected readonly ways = [
    {
      value: 'room' as const,
      label: $localize`My phone or camera films`,
      words: $localize`Here only the log and the sound of the room are kept; the film joins them by its sound.`,
    },
    {
      value: 'camera' as const,
      label: $localize`This machine’s camera films`,
      words: $localize`Picture and sound are kept in this browser second by second, and sent while you film.`,
    },
    {
      value: 'nothing' as const,
      label: $localize`Rehearse`,
      words: $localize`Nothing is recorded. What you did is held against the plan.`,
    },
  ];
  protected readonly flows: Option<boolean>[] = [
    { value: true, label: $localize`by itself, at the planned pace` },
    { value: false, label: $localize`when I press` },
  ];
  protected readonly looks = [
    {
      field: 'lens' as const,
      label: $localize`The lens is`,
      options: [
        { value: 'left', label: $localize`at the left edge` },
        { value: 'top', label: $localize`above the middle` },
        { value: 'right', label: $localize`at the right edge` },
      ],
    },
    {
      field: 'size' as const,
      label: $localize`Letters`,
      options: [
        { value: 'large', label: $localize`large` },
        { value: 'larger', label: $localize`larger` },
        { value: 'largest', label: $localize`largest` },
      ],
    },
    {
      field: 'click' as const,
      label: $localize`Heard with every count`,
      options: [
        { value: 'off', label: $localize`nothing` },
        { value: 'left', label: $localize`a click in the left ear` },
        { value: 'right', label: $localize`a click in the right ear` },
        { value: 'number-left', label: $localize`the number in the left ear` },
        { value: 'number-right', label: $localize`the number in the right ear` },
      ],
    },
  ];
  protected readonly switches = [
    { field: 'mirrored' as const, label: $localize`Mirror the words, for a glass before the lens` },
    { field: 'strong' as const, label: $localize`White on black` },
    { field: 'plain' as const, label: $localize`Hide the picture and the log while I film` },
  ];

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.end());
    // What cannot be recorded any more is over, whatever was planned.
    effect(() => {
      if (this.recording()?.stopped()) untracked(() => void this.end());
    });
    void this.lookForDevices();
    // A telephone beside the camera does what keys do; before anything is prompted, it begins.
    this.secondScreen.hears((press) => {
      const filming = this.filming();
      if (filming) filming.press(press);
      else if (press === 'on' && !this.opening()) void this.begin();
    });
  }

  protected choose(change: Partial<PrompterChoices>): void {
    this.choices.update((all) => ({ ...all, ...change }));
    keepChoices(this.choices());
  }

  protected set(field: keyof PrompterChoices, value: string | boolean): void {
    this.choose({ [field]: value });
  }

  /** What was chosen, as long as it is there; else the first. */
  protected chosen(options: readonly Option<string>[], id: string): string | undefined {
    return (options.find((one) => one.value === id) ?? options[0])?.value;
  }

  protected async begin(): Promise<void> {
    this.trouble.set('');
    this.ended.set(null);
    this.opening.set(true);
    try {
      const recording = await this.record();
      const beganAt = performance.now();
      const since = recording?.clock ?? ((): number => Math.round(performance.now() - beganAt));
      // From the first press on there is something to keep.
      let along = recording === null;
      const filming = new Filming(this.prompts(), since, this.choices().flows, ({ entries }) => {
        recording?.log(entries);
        if (!along) void this.kept.sendAlong(recording!);
        along = true;
      });
      // What changed is drawn at once: with the frame it would be one task that keeps the camera waiting.
      filming.begin(() => this.app.tick());
      this.recording.set(recording);
      this.filming.set(filming);
    } catch (error) {
      this.trouble.set(wordsOf(error));
    } finally {
      this.opening.set(false);
    }
  }

  private async record(): Promise<Recording | null> {
    const { records } = this.choices();
    if (records === 'nothing') return null;
    await roomFor(records);
    // What was chosen in another lesson, or is unplugged by now, is not what is shown.
    const cameraId = this.chosen(this.films(), this.choices().cameraId) ?? '';
    const opened = await openStream({ ...this.choices(), cameraId });
    // So that the browser throws nothing away by itself while it waits to be sent.
    void navigator.storage?.persist?.().catch(() => false);
    void this.lookForDevices();
    const { id } = this.store.lesson();
    const now = new Date();
    const day = now.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
    const at = $localize`Filmed ${day} ${clockOfDay(now)}`;
    const recording = new Recording(opened, { lessonId: id, records, name: `${at}.webm` });
    try {
      await recording.begin();
    } catch (error) {
      await recording.end('broken');
      throw error;
    }
    return recording;
  }

  /** Over by a press, or because nothing could be recorded any more: what there is, is kept. */
  protected async end(): Promise<void> {
    const filming = this.filming();
    const recording = this.recording();
    if (!filming) return;
    filming.stop();
    this.filming.set(null);
    this.secondScreen.show(null);
    await recording?.end();
    this.recording.set(null);
    // Where nothing was begun, or nothing came in, nothing is kept.
    const keeps = filming.started() && ((await recording?.holds()) ?? false);
    if (recording && !keeps) await this.kept.throwAway(recording);
    // Whoever leaves before beginning knows why.
    if (!filming.started() && !recording?.stopped()) return;
    const { shown } = filming.state();
    this.ended.set({
      words: recording ? this.wordsOf(recording, keeps ? filming.recordedMs() : null) : '',
      prompts: filming.prompts,
      shown: recording ? null : shown,
    });
    if (!recording || !keeps) return;
    await this.kept.look();
    // Where it was not sent along, it is now.
    const own = this.kept.all().find((one) => one.id === recording.id);
    if (own) await this.kept.send(own);
  }

  /** @param ms how long it is; null where nothing is kept. */
  private wordsOf(recording: Recording, ms: number | null): string {
    const why = recording.stopped();
    if (ms === null)
      return why === 'full'
        ? $localize`The storage of this browser is full: nothing could be kept. Make room on this machine’s disk, then film again.`
        : why === null
          ? $localize`It was ended before anything was recorded.`
          : $localize`The camera or the microphone was gone before anything was recorded. Look whether another program uses it, then film again.`;
    const lasts = clock(ms);
    if (why === 'full')
      return $localize`The storage of this browser was full after ${lasts}. What was recorded until then is kept.`;
    if (why === 'gone')
      return $localize`The camera or the microphone was gone after ${lasts}. What was recorded until then is kept.`;
    if (why === 'broken') return $localize`Recording broke off after ${lasts}. What was recorded until then is kept.`;
    return recording.glances
      ? $localize`${lasts} are recorded, and on their way to the takes of this lesson, with their log.`
      : $localize`${lasts} of the room are recorded, and on their way to this lesson, with their log. Bring in the film: they find it by its sound.`;
  }

  private async lookForDevices(): Promise<void> {
    const { cameras, microphones } = await devices();
    this.cameras.set(cameras);
    this.microphones.set(microphones);
  }
}

/** A file's name has no colon on every system. */
const clockOfDay = (at: Date): string =>
  [at.getHours(), at.getMinutes(), at.getSeconds()].map((one) => String(one).padStart(2, '0')).join('.');
