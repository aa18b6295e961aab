import '../words/localize';
import { readFirst } from '../check/read-first';
import type { Finding } from '../check/finding';
import type { SaidDone } from '../check/said-done';
import { partsOf } from '../dose/dose';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { SaidDoneRow } from '../said-done/rows';
import type { Timeline } from '../schedule/timeline';
import { clock } from '../time/clock';
import { termOf } from '../words/terms';
import { chaptersOnFilm, laterOnFilm } from './on-film';

/** What can still be said beside a lesson that is public elsewhere, where its film stays as it is. */
export interface PublicWords {
  /** What is wrong on the film put right for viewers, a line each; empty where nothing is. */
  readonly pinned: string;
  /** Who should ask first, what is put right, and the chapters, as video hosts take them (common practice, no source). */
  readonly description: string;
}

/**
 * What is said beside a lesson that is public already.
 *
 * @param held what was planned, said and done.
 * @example publicWords(lesson, held, timelineOf(lesson)!).pinned // '0:25 Harbour mouth: I say “Twelve times”; do 6, as shown.'
 */
export function publicWords(lesson: Lesson, held: SaidDone, timeline: Timeline): PublicWords {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const laterMs = laterOnFilm(lesson);
  const lines = held.findings
    .flatMap((finding) => {
      const { place } = finding;
      if (place.on !== 'cut') return [];
      const step = steps.get(place.stepId ?? '');
      const row = held.rows.find((one) => one.stepId === place.stepId && (place.side ?? one.side) === one.side);
      const words = step && row && corrected(finding, step, row);
      return words ? [{ atMs: place.startMs + laterMs, words }] : [];
    })
    .sort((a, b) => a.atMs - b.atMs)
    .map(({ atMs, words }) => `${clock(atMs)} ${words}`);
  const pinned = [...new Set(lines)].join('\n');
  const chapters = chaptersOnFilm(lesson, timeline).map(({ startMs, title }) => `${clock(startMs)} ${title}`);
  const description = [readFirst(lesson).join('\n'), pinned, chapters.join('\n')].filter(Boolean).join('\n\n');
  return { pinned, description };
}

/** What a viewer is told in the place of what is wrong; null where there is nothing to be told. */
function corrected({ rule }: Finding, step: MoveStep, { side, said, done }: SaidDoneRow): string | null {
  const name = side === 'left' || side === 'right' ? $localize`${step.move.name}, your ${side}` : step.move.name;
  const words = said[0]?.words ?? '';
  switch (rule) {
    case 'said-not-done':
      return done?.count ? $localize`${name}\: I say “${words}”; do ${done.count.value}, as shown.` : null;
    case 'held-not-as-said':
      return $localize`${name}\: I say “${words}”; count it yourself, the film goes on without you.`;
    case 'filmed-sides-uneven':
      return $localize`${name}\: give it as much as the other side; the film shows it less.`;
    case 'side-not-filmed': {
      const missing = partsOf(step.sidePlan).find((part) => part !== side && (part === 'left' || part === 'right'));
      return missing ? $localize`${step.move.name}\: then the same on your ${termOf(missing)}.` : null;
    }
    case 'last-not-last':
      return $localize`${name}\: a few more follow after “last one”; come along.`;
    case 'not-when-said':
      return $localize`${name}\: we change when I do, not when I say.`;
    default:
      return null;
  }
}
