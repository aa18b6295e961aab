import { exactly } from '../dose/dose';
import type { Dose, Range } from '../dose/dose.schema';

/**
 * A dose as one writes it: `5 x 3 s`, `3-5-10 x 3 s`, `hold 4 x 6 s`, `20 s each way`, `count of 8`, `4 breaths`, with `, 3 sets`.
 *
 * @example writeDose(defaultDose('timed')) // '15-20-30 s'
 */
export function writeDose(dose: Dose): string {
  const sets = dose.sets.planned > 1 || dose.sets.high > 1 ? `, ${range(dose.sets)} sets` : '';
  const s = (one: Range): string => `${range(one, 1000)} s`;
  switch (dose.form) {
    case 'reps':
      return `${range(dose.reps)} x ${s(dose.tempoMs)}${sets}`;
    case 'passes':
      return `${dose.lanes.planned > 1 ? `${dose.lanes.planned} lanes of ` : ''}${range(dose.passes)} passes x ${s(dose.tempoMs)}${sets}`;
    case 'count':
      return `count of ${range(dose.count)} x ${s(dose.tempoMs)}${sets}`;
    case 'hold':
      return `hold ${range(dose.reps)} x ${s(dose.holdMs)}${sets}`;
    case 'timed':
      return `${s(dose.eachMs)}${dose.ways === 2 ? ' each way' : ''}${sets}`;
    case 'breaths':
      return `${range(dose.breaths)} breaths x ${s(dose.cycleMs)}${dose.heldMs ? ` held ${dose.heldMs / 1000} s` : ''}${sets}`;
  }
}

const FIGURE = '(\\d+(?:\\.\\d+)?(?:-\\d+(?:\\.\\d+)?){0,2})';

/**
 * Reads what {@link writeDose} writes, and looser forms of it; null when it is no dose.
 *
 * @example parseDose('4 breaths')?.form // 'breaths'
 */
export function parseDose(text: string): Dose | null {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[×*]/g, 'x')
    .replace(/\s*[–—]\s*/g, '-');
  const setMatch = new RegExp(`,?\\s*${FIGURE}\\s*(?:sets?|rounds?)$`).exec(plain);
  const body = setMatch ? plain.slice(0, setMatch.index) : plain;
  const sets = { sets: setMatch ? (figure(setMatch[1]!, 1) ?? exactly(1)) : exactly(1), restMs: 0 };
  const take = (pattern: string): RegExpExecArray | null => new RegExp(`^${pattern.replace(/#/g, FIGURE)}$`).exec(body);
  const seconds = (words: string | undefined, fallback: number): Range | null =>
    words ? figure(words, 1000) : exactly(fallback);
  const build = (dose: Record<string, unknown>): Dose | null =>
    Object.values(dose).includes(null) ? null : ({ ...dose, ...sets } as unknown as Dose);

  let match = take('hold #\\s*x\\s*#\\s*s(?:ec(?:onds?)?)?');
  if (match)
    return build({ form: 'hold', reps: figure(match[1]!, 1), holdMs: figure(match[2]!, 1000), releaseMs: 2000 });
  match = take('hold #\\s*s(?:ec(?:onds?)?)?');
  if (match) return build({ form: 'hold', reps: exactly(1), holdMs: figure(match[1]!, 1000), releaseMs: 2000 });
  match = take('count of #(?:\\s*x\\s*#\\s*s)?');
  if (match) return build({ form: 'count', count: figure(match[1]!, 1), tempoMs: seconds(match[2], 1000) });
  match = take('#\\s*breaths?(?:\\s*x\\s*#\\s*s)?(?:\\s*held\\s*(\\d+(?:\\.\\d+)?)\\s*s)?');
  if (match)
    return build({
      ...{ form: 'breaths', breaths: figure(match[1]!, 1), cycleMs: seconds(match[2], 10_000) },
      ...(match[3] === undefined ? {} : { heldMs: Math.round(1000 * Number(match[3])) }),
    });
  match = take('(?:(\\d+) lanes of )?#\\s*pass(?:es)?(?:\\s*x\\s*#\\s*s)?');
  if (match)
    return build({
      form: 'passes',
      lanes: exactly(Number(match[1] ?? 1)),
      passes: figure(match[2]!, 1),
      tempoMs: seconds(match[3], 3000),
    });
  match = take('#\\s*s(?:ec(?:onds?)?)?( each way)?');
  if (match) return build({ form: 'timed', eachMs: figure(match[1]!, 1000), ways: match[2] ? 2 : 1 });
  match = take('#(?:\\s*times)?(?:\\s*x\\s*#\\s*s)?');
  if (match) return build({ form: 'reps', reps: figure(match[1]!, 1), tempoMs: seconds(match[2], 3000) });
  return null;
}

function figure(text: string, scale: number): Range | null {
  const values = text.split('-').map((one) => Math.round(Number(one) * scale));
  const low = values[0]!;
  const high = values[values.length - 1]!;
  const planned = values.length === 3 ? values[1]! : low;
  return low > 0 && low <= planned && planned <= high ? { low, planned, high } : null;
}

function range({ low, planned, high }: Range, scale = 1): string {
  const words = (value: number): string => String(Math.round((value / scale) * 1000) / 1000);
  return low === planned && planned === high ? words(planned) : [low, planned, high].map(words).join('-');
}
