import { filled } from '../speech/fields';
import { speakingMs } from '../speech/speaking-time';
import type { Lesson, Narration } from '../lesson/lesson.schema';

/** A sentence that is said, what it costs, and whether the lesson can do without it. */
export interface Talk {
  readonly stepId: string | null;
  readonly part: 'opening' | 'closing' | keyof Narration;
  readonly sentence: string;
  readonly ms: number;
  readonly mayGo: boolean;
}

/**
 * Words that carry a dose, a side, a caution, a direction, a change or a look at oneself: such a sentence has to stay.
 */
const NEEDED =
  /\d|\{|\b(?:left|right|side|switch|change|stop|ask|doctor|dentist|hurts?|pain|careful|gentl[ey]|light|never|not|don['’]t|avoid|teeth|clean|oil|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|times|seconds?|breaths?|hold|press|stroke|tap|circle|knead|roll|sweep|glide|pinch|puff|hum|open|close|lift|place|put|take|let|from|to the|up|down|fingers?|fingertips|hands?|palms?|knuckles?|thumbs?|lips?|jaw|cheeks?|eyes?|brows?|forehead|temples?|neck|nape|ears?|collarbone|hollows?|chin|nose|tongue|mouth|shoulders?|breathe|smile|mirror|look|looks|feel|feels|felt|notice|compare|check|even|level|same|fever|infection|thrombosis|heart|kidneys?|cancer|nodes?|lump|thyroid|injections?|fillers?|surgery|operation|laser|peels?|skin|acne|rosacea|sunburn|cold sores?|bruis\w+|sore\w*|redness|blood|pregnan\w+|dizz\w+|lens(?:es)?|glaucoma|migraines?|click\w*|lock\w*|allerg\w+|nails|wash\w*|midwife|professional|dermatologist|physio\w*|pressure|soft\w*|slow\w*|easy|easily|relax\w*|skip|leave|instead|rest|every|day|days|week|morning|evening)\b/i;

/**
 * Every sentence of the lesson with its speaking time. What neither tells how, how much, where nor warns may go, longest
 * first: the greeting stays as long as it is the only sentence of the opening.
 *
 * @example talkOf(lesson)[0] // { stepId: null, part: 'opening', sentence: 'Good morning.', ms: 1450, mayGo: false }
 */
export function talkOf(lesson: Lesson): Talk[] {
  const talk: Talk[] = [];
  const add = (stepId: string | null, part: Talk['part'], words: string): void => {
    const sentences = sentencesOf(words);
    sentences.forEach((sentence, i) => {
      const first = part === 'opening' && i === 0;
      talk.push({
        stepId,
        part,
        sentence,
        ms: speakingMs(sentence, lesson.pace),
        mayGo: !first && !NEEDED.test(sentence),
      });
    });
  };
  add(null, 'opening', lesson.opening);
  for (const step of lesson.steps)
    for (const part of ['before', 'during', 'after'] as const) add(step.id, part, filled(step.narration[part], step));
  add(null, 'closing', lesson.closing);
  return talk;
}

/**
 * The sentences of a text, each with its closing mark.
 *
 * @example sentencesOf('Press. Let go!') // ['Press.', 'Let go!']
 */
export function sentencesOf(words: string): string[] {
  return (words.match(/[^.!?…\n]+(?:[.!?…]+["”'’)]*|\n|$)/g) ?? [])
    .map((one) => one.trim())
    .filter((one) => /\p{L}|\d/u.test(one));
}
