import type { Step } from '@limber/core/lesson/lesson.schema';

/** What is cut last and first when the lesson has to get shorter. */
export const PRIORITY_WORDS: readonly { readonly value: Step['priority']; readonly label: string }[] = [
  { value: 'must', label: $localize`cut last` },
  { value: 'normal', label: $localize`cut as the rest` },
  { value: 'may_go', label: $localize`cut first` },
];
