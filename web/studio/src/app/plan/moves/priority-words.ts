import type { Step } from '@limber/core/lesson/lesson.schema';

/** What is cut last and first when the lesson has to get shorter. */
export const PRIORITY_WORDS: readonly { readonly value: Step['priority']; readonly label: string }[] = [
  { value: 'must', label: 'cut last' },
  { value: 'normal', label: 'cut as the rest' },
  { value: 'may_go', label: 'cut first' },
];
