import '../words/localize';
import { readFirst } from '../check/read-first';
import { regionName } from '../face/regions';
import { chapterLines } from '../format/chapter-files';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { kitOf } from '../paper/paper';
import type { Timeline } from '../schedule/timeline';
import { clock } from '../time/clock';
import { termOf } from '../words/terms';
import { cardsMs, chaptersOnFilm } from './on-film';

/** How many letters video hosts take at most (common practice, from memory). Tags count together, with their commas. */
export const HOST_LIMITS = { title: 100, description: 5000, tags: 500, pinned: 10_000 } as const;
export type HostField = keyof typeof HOST_LIMITS;

/** What a video host asks for, in the order in which it asks, ready to paste. */
export interface HostWords {
  readonly title: string;
  readonly description: string;
  readonly tags: string;
  readonly pinned: string;
  /** What stands on the last picture. */
  readonly endCard: readonly string[];
}

export interface HostWishes {
  /** Her own standing texts, which go under every description. */
  readonly blocks?: readonly string[];
  /** Where viewers follow the lesson with counts, and ask. */
  readonly link?: string | null;
}

/** How often, in careful words (common practice, no source). */
const PRACTICE = $localize`A few minutes on most days are plenty. Light hands; leave it out on days when your skin is red or sore.`;

/**
 * What is pasted where a lesson is shared elsewhere: nothing is promised that the lesson does not say itself. Where it would
 * be too long for a host, the standing texts go first, then the practice; who should ask first stays, and so do chapters.
 *
 * @example hostWords(lesson, timelineOf(lesson)!).title // 'Before the early bulletin (3:46)'
 */
export function hostWords(
  lesson: Lesson,
  timeline: Timeline,
  { blocks = [], link = null }: HostWishes = {},
): HostWords {
  const shown = new Set(timeline.passages.flatMap((one) => one.stepId ?? []));
  const chapters = chapterLines(chaptersOnFilm(lesson, timeline));
  const list = (heading: string, lines: readonly string[]): string =>
    lines.length > 0 ? `${heading}\n${lines.join('\n')}` : '';
  const first = list($localize`Who should ask first`, readFirst(lesson, shown));
  const needs = list(
    $localize`What you need`,
    kitOf(lesson).map((one) => `- ${one}`),
  );
  const follow = link ? $localize`Follow along with counts, and ask me anything: ${link}` : '';
  const must = [chapters.join('\n'), first, needs, follow];
  const may = [lesson.description.trim(), ...must, PRACTICE, ...blocks.map((one) => one.trim())].filter(Boolean);
  const description = fitted(may, new Set(must), HOST_LIMITS.description);
  const runs = $localize`${lesson.title} (${clock(timeline.durationMs + cardsMs(lesson))})`;
  const moves = movesOf(lesson.steps).filter((step) => shown.has(step.id));
  const tags = [
    $localize`face yoga`,
    $localize`follow along`,
    ...moves.map(({ move }) => regionName(move.region)),
    ...moves.map(({ move }) => termOf(move.action)),
  ];
  return {
    title: runs.length <= HOST_LIMITS.title ? runs : lesson.title.slice(0, HOST_LIMITS.title),
    description,
    tags: fitted([...new Set(tags)], new Set(), HOST_LIMITS.tags, ', '),
    pinned: link
      ? $localize`Where did you feel it? Tell me here, or ask on the lesson’s own page: ${link}`
      : $localize`Where did you feel it? Tell me here.`,
    endCard: lesson.closingCard
      ? [lesson.closingCard.first, lesson.closingCard.second, lesson.closingCard.link].filter(Boolean)
      : [],
  };
}

/** Texts one after another, as many as there is room for: from the end those go that may. */
function fitted(all: readonly string[], must: ReadonlySet<string>, most: number, between = '\n\n'): string {
  const kept = [...all];
  for (let at = kept.length - 1; at >= 0 && kept.join(between).length > most; at--)
    if (!must.has(kept[at]!)) kept.splice(at, 1);
  return kept.join(between);
}

/** Whether a text is longer than hosts take. @example isTooLong('title', 'Tide') // false */
export function isTooLong(field: HostField, text: string): boolean {
  return text.length > HOST_LIMITS[field];
}
