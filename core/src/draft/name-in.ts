import { ACTION_WORDS, mentions, REGION_WORDS } from '../narration/lexicon';
import { TELLING } from '../narration/step-words';
import { tells } from './telling';

/** What leads up to a heading and is not its name. */
const LEADS =
  /^(?:(?:so|okay|ok|and|now|then|next|great|good|lovely|right|all right|alright|finally|lastly|first|second|third|fourth|fifth|last)\b[\s,.:]*|(?:up next|(?:the )?(?:next|last|first) (?:one|move|exercise)|(?:number|step|exercise|move) (?:\w+|\d+))\b(?: is)?[\s,.:]*|\d+[.)]\s*|(?:the|our|my|we have|here comes|this is)\s+)+/i;
const CALLED =
  /\b(?:(?:is|it's|that's|i've|have) called|(?:i|we) call (?:it|this one|that one|this|that|them))\s+(?:the |a |an |my |our )?(?<name>[\p{L}'’ -]{3,40}?)(?=[.,;:!?]| and | because | for |$)/iu;
/** A name is no longer than this, words. */
const MOST_WORDS = 3;

/**
 * What an instructor calls a move in her own words: "I call this one the lighthouse", or a heading of a few words that
 * names what is worked and tells nobody to do it. Null where she does not.
 *
 * @example nameIn('Next, lip glides. Two fingers, six times.') // 'Lip glides'
 */
export function nameIn(words: string): string | null {
  const start = words.slice(0, 240);
  const called = CALLED.exec(start)?.groups?.['name'];
  if (called && called.trim().split(/\s+/).length <= MOST_WORDS) return capital(called.trim());
  const [heading] = start.replace(LEADS, '').split(/[.:!?]/, 1);
  const name = heading?.trim() ?? '';
  const all = name.toLowerCase().split(/\s+/);
  if (all.length > MOST_WORDS || name.length === start.length || !all.every(tells)) return null;
  const said = ` ${all.join(' ')} `;
  const [places, ways] = [mentions(REGION_WORDS, said).length, mentions(ACTION_WORDS, said).length];
  // A place by itself, or a side of it, is no name of a move.
  const names = ways > 0 ? places === 0 || all.length > 1 : places > 0 && all.length > places;
  return names && !/ (?:left|right) /.test(said) && !TELLING.test(said) ? capital(name) : null;
}

/** @example capital('lip glides') // 'Lip glides' */
export function capital(name: string): string {
  return `${name[0]!.toUpperCase()}${name.slice(1)}`;
}
