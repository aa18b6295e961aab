import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection, type EnvironmentProviders, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import type { Edited } from '@limber/core/api/edits';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema } from '@limber/core/lesson/lesson.schema';
import type * as z from 'zod';
import { LessonStore } from './lesson-store';
import { Stream } from './stream';
import { Tab } from './tab';

/** What the server tells by itself, told by a test. */
export class ToldStream {
  readonly jobs = new Subject<never>();
  readonly lessons = new Subject<Edited>();
  readonly library = new Subject<Edited>();
  readonly rules = new Subject<Edited>();
  readonly ideas = new Subject<Edited>();
  readonly opened = new Subject<null>();
}

/** A tab of a given name, while no other tab lives but those that `others` names. */
export function aTab(name: string, others: readonly string[] = []): Tab {
  return { id: Promise.resolve(name), hold: (one: string) => Promise.resolve(!others.includes(one)) } as unknown as Tab;
}

export function forgetKept(): void {
  for (const key of Object.keys(localStorage)) if (/^limber\.(?:edits|aside)\./.test(key)) localStorage.removeItem(key);
}

/** For tests only: an open lesson's store with a server that the test itself answers for, and nothing kept from before. */
export function provideStore(): (Provider | EnvironmentProviders)[] {
  forgetKept();
  return [
    provideZonelessChangeDetection(),
    provideHttpClient(),
    provideHttpClientTesting(),
    LessonStore,
    { provide: Tab, useValue: aTab('tab') },
    { provide: Stream, useClass: ToldStream },
  ];
}

/** A lesson as the server has it. */
export function storedLesson(given: Partial<z.input<typeof lessonSchema>> = {}): z.infer<typeof lessonSchema> {
  return lessonSchema.parse({ format: LESSON_FORMAT, version: LESSON_VERSION, id: 'l', title: 'Tide', ...given });
}

/** Waits for a state instead of a time. */
export async function until(holds: () => boolean, what = 'it'): Promise<void> {
  for (let turns = 0; !holds(); turns++) {
    if (turns > 2000) throw new Error(`${what} did not come to be.`);
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
}

/** The next request to an address, as soon as it is made. */
export async function requested(http: HttpTestingController, url: string) {
  let found = http.match(url);
  await until(() => (found = found.length > 0 ? found : http.match(url)).length > 0, `A request to ${url}`);
  return found[0]!;
}

/** Opens a lesson in the store, as the server would give it. */
export async function openLesson(
  given: Partial<z.input<typeof lessonSchema>>,
  { revision = 1, history = [] as object[] } = {},
): Promise<LessonStore> {
  const store = TestBed.inject(LessonStore);
  const opening = store.open('l');
  const http = TestBed.inject(HttpTestingController);
  (await requested(http, '/api/lessons/l')).flush({
    id: 'l',
    revision,
    doc: storedLesson(given),
    history,
    versions: 0,
    viewings: 0,
  });
  await opening;
  return store;
}
