import type { ListedLesson } from '@limber/core/api/lessons';

export const SORTS = ['changed', 'name', 'length'] as const;
export type Sort = (typeof SORTS)[number];
export const SORT_WORDS: Readonly<Record<Sort, string>> = {
  changed: $localize`Last changed first`,
  name: $localize`By name`,
  length: $localize`Longest first`,
};

type Found = Pick<ListedLesson, 'title' | 'concern' | 'moves' | 'serious' | 'updatedAt' | 'plannedMs' | 'filmedMs'>;

/** Lessons in which every word of a search begins some word: in the title, the concern or a move's name. */
export function findLessons<T extends Found>(lessons: readonly T[], search: string): T[] {
  const wanted = wordsOf(search);
  return lessons.filter(({ title, concern, moves }) => {
    const words = wordsOf([title, concern, ...moves].join(' '));
    return wanted.every((start) => words.some((word) => word.startsWith(start)));
  });
}

/** What may have hurt somebody stands first, whatever the order; ties by name. */
export function sortLessons<T extends Found>(lessons: readonly T[], sort: Sort): T[] {
  const length = (one: T): number => one.filmedMs || one.plannedMs;
  const by: Readonly<Record<Sort, (a: T, b: T) => number>> = {
    changed: (a, b) => b.updatedAt.getTime() - a.updatedAt.getTime(),
    name: () => 0,
    length: (a, b) => length(b) - length(a),
  };
  return [...lessons].sort(
    (a, b) =>
      Number(b.serious > 0) - Number(a.serious > 0) ||
      by[sort](a, b) ||
      a.title.localeCompare(b.title, 'en', { numeric: true }),
  );
}

/** Words without their accents, in small letters. */
function wordsOf(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return plain.match(/[\p{L}\p{N}]+/gu) ?? [];
}
