import type { Finding } from '../finding/finding';
import { readWords, saidBy } from '../narration/read';
import type { FoundPromise } from '../narration/reading';
import { schoolOf } from '../school/schools';
import { clock } from '../time/clock';
import type { Lesson } from './lesson.schema';
import type { Schedule } from './schedule';

const PLACES = ['title', 'promise', 'description', 'opening', 'closing'] as const;

/** What title, promise, description, opening and closing say the lesson will be, held against the lesson as planned. */
export function promiseFindings(lesson: Lesson, plan: Schedule): Finding[] {
  const findings: Finding[] = [];
  const often = new Map<string, { place: (typeof PLACES)[number]; words: string }>();
  for (const part of PLACES) {
    const text = lesson[part];
    if (!text.trim()) continue;
    const heard = readWords(text);
    for (const promise of heard.promises) {
      const words = saidBy(heard, promise.evidence);
      const message = against(lesson, plan, promise, words, text);
      if (message && part !== 'closing')
        findings.push({
          severity: 'must',
          rule: `promise-${promise.kind}`,
          place: { stepId: null, part, words },
          message,
          repairs: [],
        });
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

function against(lesson: Lesson, plan: Schedule, promise: FoundPromise, words: string, text: string): string | null {
  if (promise.kind === 'moves') {
    const count = lesson.steps.length;
    return count > 0 && (count < promise.low || count > promise.high)
      ? `“${words}”, and there ${count === 1 ? 'is one' : `are ${count}`}.`
      : null;
  }
  if (promise.kind !== 'minutes' || plan.totalMs === 0) return null;
  const under = /\b(?:under|less than|within|at most|max)\b/i.test(
    text.slice(Math.max(0, text.indexOf(words) - 14), text.indexOf(words) + words.length + 6),
  );
  // A number of minutes is meant to within half a minute; "under" means what it says.
  const low = under ? 0 : promise.low * 60_000 - 30_000;
  const high = promise.high * 60_000 + (under ? 0 : 30_000);
  return plan.totalMs < low || plan.totalMs > high ? `“${words}”, and it runs ${clock(plan.totalMs)}.` : null;
}
