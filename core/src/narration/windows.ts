import { actionIn } from './step-action';
import type { Stream } from './tokens';

/** So long a spoken token takes, ms (common practice, no source). */
export const MS_A_TOKEN = 450;

export interface Window {
  readonly token: number;
  readonly offset: number;
  readonly text: string;
  /** The same and the line after, for what is only announced. */
  readonly ahead: string;
  /** Its words up to the next window. */
  readonly own: string;
  readonly lineGapMs: number;
  /** Silence before it, as far as the times tell. */
  readonly silenceMs: number;
}

/**
 * Places where a step may begin: the start of a sentence, and in captions without punctuation a word that leads on.
 *
 * @example windows(streamOf(words))[0]?.own // ' good morning . '
 */
export function windows(stream: Stream): Window[] {
  const { tokens } = stream;
  const starts: number[] = [];
  tokens.forEach((token, at) => {
    const before = tokens[at - 1]?.text;
    if (/^[.,]$/.test(token.text)) return;
    if (at === 0 || before === '.') starts.push(at);
    else if (token.newLine && !stream.punctuated) starts.push(at);
    else if (
      !stream.punctuated &&
      /^(?:now|next|then|so|okay|first)$/.test(token.text) &&
      !/^(?:so|okay|now|then|and|right)$/.test(before ?? '')
    )
      starts.push(at);
    else if (before === ',' && /^(?:now|next)$/.test(token.text)) starts.push(at);
  });
  return starts.map((token, i) => {
    const offset = stream.offsetOf(token) - 1;
    const next = starts[i + 1] ?? tokens.length;
    let end = Math.min(tokens.length, token + 26);
    if (next - token > 9) end = Math.min(end, next + 1);
    else if (!stream.punctuated) end = Math.min(end, (starts[i + 2] ?? tokens.length) + 1);
    const further = Math.min(tokens.length, token + 26, Math.max(end, (starts[i + 2] ?? tokens.length) + 1));
    return {
      token,
      offset,
      ahead: `${stream.text.slice(offset, stream.offsetOf(further))} `,
      text: `${stream.text.slice(offset, stream.offsetOf(end))} `,
      silenceMs: token === 0 ? 0 : silence(tokens, starts[i - 1] ?? 0, token),
      own: `${sentenceOf(stream.text.slice(offset, stream.offsetOf(Math.min(end, next + 3))))} `,
      lineGapMs: (tokens[next]?.startMs ?? tokens[tokens.length - 1]!.startMs) - tokens[token]!.startMs,
    };
  });
}

/** What is left of the time between two places when the words between them are spoken at an even rate. */
function silence(tokens: Stream['tokens'], from: number, to: number): number {
  return tokens[to]!.startMs - tokens[from]!.startMs - (to - from) * MS_A_TOKEN;
}

/**
 * The sentence by itself; a label alone ("Exercise one, the window.") or a line that leads on is read with what follows it.
 *
 * @example headOf(window, false) // ' exercise one . '
 */
export function headOf(window: Window, leads: boolean): string {
  const sentence = sentenceOf(window.text);
  return leads && actionIn(sentence).region === null ? window.ahead : sentence;
}

/** @example sentenceOf(' let go . and again . ') // ' let go . ' */
export function sentenceOf(text: string): string {
  const end = text.indexOf(' . ');
  return end < 0 ? text : `${text.slice(0, end)} . `;
}

/** Whether a place is still in the sentence that begins at another, and near its beginning. */
export function inSentence(tokens: Stream['tokens'], from: number, at: number): boolean {
  return at <= from + 9 && tokens.slice(from, at).every((token) => token.text !== '.');
}
