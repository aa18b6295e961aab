import { isWork } from '@limber/core/lesson/segment-kind';
import { nameOfStep, type Lesson } from '@limber/core/lesson/lesson.schema';
import type { SheetRow } from '@limber/core/proposal/sheet';
import type { Guess } from '@limber/core/schedule/next-to-mark';
import { clock } from '@limber/core/time/clock';
import { termOf } from '@limber/core/words/terms';

/** What a part shows, in words. */
export function segmentName(lesson: Lesson, { kind, stepId, side }: Guess): string {
  const step = lesson.steps.find((one) => one.id === stepId);
  if (!step) return termOf(kind);
  const of = isWork(kind) ? '' : ` (${termOf(kind)})`;
  return `${nameOfStep(step)}${side && side !== 'midline' ? `, ${termOf(side)}` : ''}${of}`;
}

const FEW_WORDS = 34;

/** What is said between two parts, in a line: when, and the first words that are planned for it. */
export function threadWords(lesson: Lesson, row: SheetRow): string {
  const at = clock(row.startMs);
  const length = clock(row.endMs - row.startMs);
  if (row.kind === 'cut') return $localize`${at} left out, ${length}`;
  if (row.kind === 'swap') return $localize`${at} change of side`;
  const words = firstWords(wordsFor(lesson, row));
  const what =
    row.kind === 'intro'
      ? $localize`opening`
      : row.kind === 'outro'
        ? $localize`closing`
        : row.stepId
          ? ''
          : $localize`talk`;
  return [`${at}${what ? ` ${what}, ${length}` : ''}`, words].filter(Boolean).join(' ');
}

function wordsFor(lesson: Lesson, { kind, stepId }: SheetRow): string {
  if (kind === 'intro') return lesson.opening;
  if (kind === 'outro') return lesson.closing;
  const step = lesson.steps.find((one) => one.id === stepId);
  return (kind === 'talk' ? step?.narration.after : step?.narration.before) ?? '';
}

function firstWords(text: string): string {
  const plain = text.trim().replace(/\s+/g, ' ');
  if (!plain) return '';
  if (plain.length <= FEW_WORDS) return `“${plain}”`;
  return `“${plain.slice(0, FEW_WORDS).replace(/\s+\S*$/, '')} …”`;
}
