import type { Finding } from '@limber/core/check/finding';
import type { SensedTakes } from '@limber/core/cue/senses';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { PutRight } from '@limber/core/narration/put-right';

/** What the planning worker is asked. */
export type Question =
  | { readonly kind: 'check'; readonly lesson: Lesson; readonly sensed: SensedTakes }
  | {
      readonly kind: 'mend-all';
      readonly lesson: Lesson;
      readonly ids: readonly string[];
      readonly sensed: SensedTakes;
    }
  | { readonly kind: 'other-schools'; readonly lesson: Lesson; readonly finding: Finding }
  | { readonly kind: 'fit'; readonly lesson: Lesson; readonly targetMs: number; readonly toleranceMs: number }
  | { readonly kind: 'order'; readonly lesson: Lesson }
  | { readonly kind: 'read'; readonly text: string; readonly said: readonly PutRight[] };
export type Asked = Question & { readonly id: number };
