import { linkedSignal, type Signal } from '@angular/core';
import * as z from 'zod';
import { keep, kept } from '../../shell/kept';

const keysSchema = z.array(z.string());

/** Doubts that were looked at and left as they are, by the key of their row: kept for each lesson in this browser. */
export interface LeftAsIs {
  readonly keys: Signal<ReadonlySet<string>>;
  readonly leave: (key: string) => void;
}

export function leftAsIs(lessonId: () => string): LeftAsIs {
  const name = (id: string): string => `limber.sheet.left:${id}`;
  const keys = linkedSignal<string, ReadonlySet<string>>({
    source: lessonId,
    computation: (id) => new Set(kept(name(id), keysSchema) ?? []),
  });
  return {
    keys,
    leave: (key) => {
      keys.update((known) => new Set([...known, key]));
      keep(name(lessonId()), [...keys()]);
    },
  };
}
