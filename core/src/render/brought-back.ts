import '../words/localize';
import { differences } from '../compare/compare';
import { edited } from '../document/editing';
import { FormatError } from '../format/format-error';
import { asOne } from '../lesson/as-one';
import { lessonEditing } from '../lesson/change';
import type { Change, SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { cuesFrom, type CuesNow } from './cues-back';
import { piecesFrom } from './hand-back';
import { marksFrom } from './marks-back';

/** A file that comes back from another program. */
export interface BackFile {
  readonly name: string;
  readonly text: string;
}

/** What files change in a lesson, as one edit, and what that is in sentences. */
export interface Brought {
  /** Null where all is as they say already. */
  readonly change: Change | null;
  readonly told: readonly string[];
}

/** Whether a file of an archive says anything of what plays or what is shown. @example comesBack('tide-chapters.txt') // false */
export function comesBack(name: string): boolean {
  return /\.(?:otio|edl|csv)$|-(?:captions|cues)\.(?:vtt|srt)$/i.test(name);
}

/**
 * What files that were handed over change when they come back: lists for editors in what plays and where what is marked
 * begins and ends, captions, cues and the cue sheet in what is shown. Of several, each says its own, and one that cannot be read takes nothing from the others.
 *
 * @throws FormatError where none of them can be read.
 * @example broughtBack(lesson, now, [{ name: 'tide-edit-list.edl', text }]).told // ['3 pieces play.', …]
 */
export function broughtBack(lesson: Lesson, now: CuesNow, files: readonly BackFile[]): Brought {
  if (files.length === 0)
    throw new FormatError(
      $localize`There is nothing in it that comes back: no list of what plays, no captions, no cues.`,
    );
  const changes = new Map<string, SingleChange>();
  const told: string[] = [];
  const problems: FormatError[] = [];
  for (const file of files) {
    try {
      const { changes: own, told: words } = isList(file.name) ? playsBy(lesson, file) : cuesFrom(lesson, now, file);
      const fresh = own.filter((one) => !changes.has(nameOf(one)));
      fresh.forEach((one) => changes.set(nameOf(one), one));
      // The same is in several files of an archive: it is told once.
      told.push(...words.filter((one) => !told.includes(one)));
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      problems.push(error);
      if (files.length > 1) told.push($localize`${file.name} is left out: ${error.message}`);
    }
  }
  if (problems.length === files.length) throw problems[0]!;
  const change = asOne([...changes.values()]);
  // What could not be kept is refused before it is told of.
  if (change) edited(lessonEditing, lesson, change);
  return { change, told };
}

const isList = (name: string): boolean => /\.(?:edl|otio|json)$/i.test(name);

/** What a change is of: of two that are of the same, the first holds. */
function nameOf(change: SingleChange): string {
  if (change.kind === 'set_override') return change.override.key;
  if (change.kind === 'set_segment') return `${change.segmentId}/${change.field}`;
  return change.kind === 'clear_override' ? change.key : change.kind;
}

function playsBy(lesson: Lesson, file: BackFile): { changes: SingleChange[]; told: string[] } {
  if (/"format":\s*"limber-cheek\/lesson"/.test(file.text))
    throw new FormatError(
      $localize`This is a whole lesson. Bring it in where all your lessons are: it becomes one of them.`,
    );
  const marks = /\.edl$/i.test(file.name) ? { changes: [], told: [] } : marksFrom(lesson, file.text);
  const change = { kind: 'set_assembly', assembly: piecesFrom(lesson, file) } as const;
  if (JSON.stringify(change.assembly) === JSON.stringify(lesson.assembly))
    return { changes: [...marks.changes], told: [...marks.told] };
  const after = edited(lessonEditing, lesson, change);
  const n = after.assembly.length;
  const pieces = n === 1 ? $localize`1 piece plays.` : $localize`${n} pieces play.`;
  return {
    changes: [change, ...marks.changes],
    told: [pieces, ...differences(lesson, after).map((one) => one.words), ...marks.told],
  };
}
