import type { Finding } from './finding';
import { replaceWords } from './replace-words';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import type { FoundPromise } from '../narration/reading';
import { schoolOf } from '../school/schools';
import { NUMBER_NAMES } from '../speech/number-names';
import { clock } from '../time/clock';
import type { Lesson } from '../lesson/lesson.schema';
import type { Schedule } from '../schedule/schedule';

const PLACES = ['title', 'promise', 'description', 'opening', 'closing'] as const;

/**
 * What title, promise, description, opening and closing say the lesson will be, held against the lesson as planned.
 *
 * @example promiseFindings(lesson, schedule(lesson))[0]?.message // '“under five minutes”, and it runs 6:12.'
 */
export function promiseFindings(lesson: Lesson, plan: Schedule): Finding[] {
  const findings: Finding[] = [];
  const often = new Map<string, { place: (typeof PLACES)[number]; words: string }>();
  for (const part of PLACES) {
    const text = lesson[part];
    if (!text.trim()) continue;
    const heard = readWords(text);
    for (const promise of heard.promises) {
      const words = saidBy(heard, promise.evidence);
      const broken = against(lesson, plan, promise, words, text);
      if (broken && part !== 'closing') {
        const place = { stepId: null, part, words };
        const better = withFigure(words, broken.kept);
        findings.push({
          severity: 'must',
          rule: `promise-${promise.kind}`,
          place,
          message: broken.message,
          repairs: better ? [{ label: `Say “${better}”`, change: replaceWords(lesson, place, words, better) }] : [],
        });
      }
      if (promise.kind !== 'frequency') continue;
      const key = `${promise.low}-${promise.high} ${promise.unit}`;
      const other = [...often.keys()].find((one) => one !== key && part !== often.get(one)!.place);
      if (other)
        findings.push({
          severity: 'should',
          rule: 'promise-frequency',
          place: { stepId: null, part, words },
          message: `“${words}” here, “${often.get(other)!.words}” at the ${often.get(other)!.place}: say one of them.`,
          repairs: [],
        });
      often.set(key, { place: part, words });
    }
  }
  if (often.size === 0 && lesson.steps.length > 0)
    findings.push({
      severity: 'note',
      rule: 'promise-frequency-missing',
      place: { stepId: null, part: 'closing' },
      message: `How often is not said. Common in this school: ${schoolOf(lesson).frequency}.`,
      repairs: [],
    });
  return findings;
}

/** What a promise says that the lesson does not keep, and the figure that it would keep. */
interface Broken {
  readonly message: string;
  readonly kept: number;
}

function against(lesson: Lesson, plan: Schedule, promise: FoundPromise, words: string, text: string): Broken | null {
  if (promise.kind === 'moves') {
    const kept = lesson.steps.length;
    return kept > 0 && (kept < promise.low || kept > promise.high)
      ? { message: `“${words}”, and there ${kept === 1 ? 'is one' : `are ${kept}`}.`, kept }
      : null;
  }
  if (promise.kind !== 'minutes' || plan.totalMs === 0) return null;
  const under = /\b(?:under|less than|within|at most|max)\b/i.test(
    text.slice(Math.max(0, text.indexOf(words) - 14), text.indexOf(words) + words.length + 6),
  );
  // A number of minutes is meant to within half a minute; "under" means what it says.
  const low = under ? 0 : promise.low * 60_000 - 30_000;
  const high = promise.high * 60_000 + (under ? 0 : 30_000);
  if (plan.totalMs >= low && plan.totalMs <= high) return null;
  const minutes = plan.totalMs / 60_000;
  return {
    message: `“${words}”, and it runs ${clock(plan.totalMs)}.`,
    kept: under ? Math.ceil(minutes) : Math.max(1, Math.round(minutes)),
  };
}

/** The words with another figure in the place of theirs, a word for a word; null where that is not plain. */
function withFigure(words: string, figure: number): string | null {
  const found = /\d+(?:\s*(?:-|–|to|or)\s*\d+)?/.exec(words)?.[0];
  if (found) return words.replace(found, String(figure));
  const names = new RegExp(`\\b(?:${NUMBER_NAMES.join('|')})(?: (?:to|or) (?:${NUMBER_NAMES.join('|')}))?\\b`, 'i');
  const name = names.exec(words)?.[0];
  if (!name || figure > NUMBER_NAMES.length) return null;
  const right = NUMBER_NAMES[figure - 1]!;
  return words.replace(name, /^[A-Z]/.test(name) ? right[0]!.toUpperCase() + right.slice(1) : right);
}
