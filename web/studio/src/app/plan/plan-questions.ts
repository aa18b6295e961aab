import type { Finding } from '@limber/core/check/finding';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { Span } from '@limber/core/time/spans';

/** Where someone speaks, by the take. */
type Speech = Readonly<Record<string, readonly Span[]>>;

/** What the planning worker is asked. */
export type Question =
  | { readonly kind: 'check'; readonly lesson: Lesson; readonly speech: Speech }
  | { readonly kind: 'mend-all'; readonly lesson: Lesson; readonly ids: readonly string[]; readonly speech: Speech }
  | { readonly kind: 'other-schools'; readonly lesson: Lesson; readonly finding: Finding }
  | { readonly kind: 'fit'; readonly lesson: Lesson; readonly targetMs: number; readonly toleranceMs: number }
  | { readonly kind: 'order'; readonly lesson: Lesson }
  | { readonly kind: 'read'; readonly text: string };
export type Asked = Question & { readonly id: number };
