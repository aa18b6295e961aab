import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection, type EnvironmentProviders, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEVER } from 'rxjs';
import { lessonSchema } from '@limber/core/lesson/lesson.schema';
import type * as z from 'zod';
import { LessonStore } from './lesson-store';
import { Stream } from './stream';

/** For tests only: an open lesson's store with a server that the test itself answers for, and nothing kept from before. */
export function provideStore(): (Provider | EnvironmentProviders)[] {
  localStorage.removeItem('limber.edits.l');
  return [
    provideZonelessChangeDetection(),
    provideHttpClient(),
    provideHttpClientTesting(),
    LessonStore,
    { provide: Stream, useValue: { lessons: NEVER, opened: NEVER } },
  ];
}

/** Opens a lesson in the store, as the server would give it. */
export async function openLesson(
  given: Partial<z.input<typeof lessonSchema>>,
  { revision = 1, history = [] as object[] } = {},
): Promise<LessonStore> {
  const store = TestBed.inject(LessonStore);
  const doc = lessonSchema.parse({ format: 'limber-cheek/lesson', version: 1, id: 'l', title: 'Tide', ...given });
  const opening = store.open('l');
  TestBed.inject(HttpTestingController)
    .expectOne('/api/lessons/l')
    .flush({ revision, doc, history, versions: 0, viewings: 0 });
  await opening;
  return store;
}
