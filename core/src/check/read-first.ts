import type { Lesson } from '../lesson/lesson.schema';
import type { Region } from '../face/regions';

/**
 * The cautions a viewer reads before a lesson, made from what its steps do. General knowledge, no source; worded as
 * "ask first" and deferring to licensed practice. The moves' own cautions come after the general ones, each once and
 * with the names of its moves, so that they can be left out.
 *
 * @example readFirst(lesson)[0] // 'This is gentle self-care, not treatment. …'
 */
export function readFirst(lesson: Pick<Lesson, 'steps'>): string[] {
  const works = (...regions: Region[]): boolean =>
    lesson.steps.some(
      ({ move }) => regions.includes(move.region) || regions.includes(move.direction?.to ?? 'whole_face'),
    );
  const does = (test: (move: Lesson['steps'][number]['move']) => boolean): boolean =>
    lesson.steps.some(({ move }) => test(move));
  const list = [
    'This is gentle self-care, not treatment. Stop when something hurts, and ask a professional when it stays.',
    'Recent injections, fillers, threads, peels, laser, surgery or dental work: ask whoever did it before you start.',
    'Clean hands and face. Keep off broken, inflamed or sunburnt skin.',
  ];
  if (works('neck', 'nape', 'collarbone'))
    list.push(
      'Neck: feather strokes only, one side at a time, never on the pulse. Not with carotid disease, an overactive thyroid or a lump nobody has looked at.',
    );
  if (does((move) => move.action === 'drain'))
    list.push(
      'Draining strokes: not without a doctor’s word with fever or infection, thrombosis, heart or kidney failure, cancer now or before, or swollen nodes.',
    );
  if (works('jaw')) list.push('Jaw pain, clicking or locking: no resisted opening. Teeth stay apart.');
  if (works('eye', 'brow'))
    list.push('Eyes: contact lenses out. With glaucoma, retinal trouble or eye surgery, no pressure near the eye.');
  if (does((move) => move.action === 'puff' || move.action === 'breathe'))
    list.push('Breath: do not force it with high blood pressure or ear trouble; stop when you feel dizzy.');
  if (does((move) => ['stone', 'roller', 'spoon'].includes(move.tool)))
    list.push('Cold tools: only over oil or cream and always moving; not with cold urticaria or Raynaud’s.');
  const named = new Map<string, Set<string>>();
  for (const { move } of lesson.steps)
    for (const caution of move.cautions) named.set(caution, (named.get(caution) ?? new Set()).add(move.name));
  for (const [caution, names] of named) list.push(`${caution.replace(/[.]$/, '')} (${[...names].join(', ')}).`);
  return list;
}
