import type { StoredLesson } from './studio';

interface Spoken {
  readonly opening: string;
  readonly steps: { id: string; move?: { name: string }; narration: { before: string; during: string } }[];
}

/** Captions of the take on which the first step is marked: what is written, with one more sentence at its first step. */
export function captionsOf({ doc }: StoredLesson, more: string): string {
  const { opening, steps } = doc as unknown as Spoken;
  const [first] = doc.segments.filter((one) => one.stepId === steps[0]!.id).sort((a, b) => a.startMs - b.startMs);
  const own = doc.segments.filter((one) => (one as unknown as { takeId: string }).takeId === takeOf(first!));
  const stamp = (ms: number): string => {
    const s = Math.floor(ms / 1000);
    return `[${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}]`;
  };
  const plain = (text: string): string => text.replace(/\{[^}]*\}/g, '').replace(/\s+/g, ' ');
  const lines = steps.flatMap(({ id, narration }, at) => {
    const taught = own.find((one) => one.stepId === id && one.kind === 'teach') ?? own.find((one) => one.stepId === id);
    return taught ? [`${stamp(taught.startMs)} ${plain(narration.before)} ${at === 0 ? more : ''}`] : [];
  });
  return [`[0:00] ${plain(opening)}`, ...lines].join('\n');
}
/** The take that a part is of. */
export const takeOf = (segment: object): string => (segment as { takeId: string }).takeId;
