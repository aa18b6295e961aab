import type { Reading } from './reading';
import { parseLines } from './lines';
import { wordsOf } from './words';

/**
 * A narration of the development set with its truth: marks in braces stand before the word at which something is said,
 * `{d kind low-high scope}`, `{s kind action side tool region}`, `{w}` (change of side), `{c about}`,
 * `{k about strength}`, `{p kind low-high unit}`. For tests and measurements only.
 *
 * @example readMarked('[0:05] {d reps 6 here}six times').truth.doses[0]?.low // 6
 */
export function readMarked(source: string): { text: string; truth: Reading } {
  const text = source.replace(/\{[^}]*\}/g, '');
  const marked = source.replace(/\{([^}]*)\}/g, (_, mark: string) => `⟦${mark.replace(/ /g, '_')}⟧`);
  const words = wordsOf(parseLines(text));
  const truth: Reading = { promises: [], doses: [], steps: [], swaps: [], cautions: [], claims: [] };
  const lines = parseLines(marked);
  let at = 0;
  for (const line of lines)
    for (const part of line.text.split(/\s+/)) {
      for (const [, mark] of part.matchAll(/⟦([^⟧]*)⟧/g)) put(truth, mark!.split('_'), mark!, words[at]?.startMs ?? 0);
      if (/[\p{L}\d]/u.test(part.replace(/⟦[^⟧]*⟧/g, ''))) at++;
    }
  const endMs = words[words.length - 1]?.endMs ?? 0;
  truth.steps.forEach((step, i) => (step.endMs = truth.steps[i + 1]?.startMs ?? endMs));
  return { text, truth };
}

function put(truth: Reading, fields: string[], mark: string, atMs: number): void {
  const rest = mark.slice(2);
  const range = (text: string): [number, number] => {
    const [low, high] = text.split('-').map(Number) as [number, number?];
    return [low, high ?? low];
  };
  const last = fields[fields.length - 1]!;
  switch (fields[0]) {
    case 'd': {
      const [, kind, low, high, scope] = /^(.+)_(\d+)(?:-(\d+))?_(here|each_side|every_move|other_side)$/.exec(rest)!;
      truth.doses.push({ atMs, kind, low: Number(low), high: Number(high ?? low), scope } as Reading['doses'][number]);
      return;
    }
    case 's': {
      const [kind, action, side, tool] = fields.slice(1) as [string, string, string, string];
      const region = fields.slice(5).join('_');
      truth.steps.push({
        startMs: atMs,
        endMs: atMs,
        kind,
        action: action === '-' ? 'unknown' : action,
        side,
        tool,
        region,
      } as Reading['steps'][number]);
      return;
    }
    case 'w':
      truth.swaps.push({ atMs });
      return;
    case 'c':
      truth.cautions.push({ atMs, about: rest } as Reading['cautions'][number]);
      return;
    case 'k':
      truth.claims.push({ atMs, about: fields.slice(1, -1).join('_'), strength: last } as Reading['claims'][number]);
      return;
    case 'p': {
      const [low, high] = range(fields[2]!);
      truth.promises.push({
        atMs,
        kind: fields[1],
        low,
        high,
        unit: fields.slice(3).join('_'),
      } as Reading['promises'][number]);
      return;
    }
    default:
      throw new Error(`The mark “${mark}” is not known.`);
  }
}
