import { defaultDose } from '../dose/dose';
import { regionName } from '../face/regions';
import { moveSchema, stopSchema, type Move, type Stop } from '../move/move.schema';
import { mentions, REGION_WORDS } from '../narration/lexicon';
import type { FoundStep } from '../narration/reading';
import { retimed } from '../schedule/tempo';

/**
 * A move made of a read step and its words, where the library has none.
 *
 * @example moveFrom(read, 'Knead the jaw.', 'id').name // 'Knead, jaw'
 */
export function moveFrom(read: FoundStep, words: string, id: string): Move {
  const action = read.action === 'unknown' ? 'hold' : read.action;
  const timed = ['tap', 'circle', 'knead', 'wiggle', 'pinch'].includes(action);
  const form =
    action === 'hold' || action === 'puff' || action === 'stretch' || action === 'press'
      ? 'hold'
      : timed
        ? 'timed'
        : action === 'breathe' || action === 'vocalise'
          ? 'breaths'
          : 'passes';
  const route = routeIn(words, read.region);
  const plain = { region: read.region, action, tool: read.tool, grip: null } as const;
  return moveSchema.parse({
    id,
    revision: 1,
    name: `${action[0]!.toUpperCase()}${action.slice(1)}, ${regionName(read.region)}`,
    region: read.region,
    action,
    tool: read.tool,
    route,
    dose: retimed(defaultDose(form), { ...plain, route: [] }, { ...plain, route }, 'both'),
    sidePlan: 'both',
    how: words.slice(0, 300),
    mouthBusy: action === 'puff' || action === 'vocalise' || read.region === 'tongue',
  });
}

/**
 * From where to where the words lead: "from the ear down the side of the neck to the collarbone". Nothing where they do
 * not say both.
 */
function routeIn(words: string, region: Move['region']): Stop[] {
  const text = ` ${words
    .toLowerCase()
    .replace(/[^\p{L}\d'.!?]+/gu, ' ')
    .replace(/([.!?])/g, ' $1 ')} `;
  for (const sentence of text.split(/ [.!?] /)) {
    const way =
      / from (?=(?:the |your )?\S)(.+?)(?: (?:down|up|out|over|across|along|back) ?)* to (?!the left|the right|left|right)(.+)/.exec(
        ` ${sentence} `,
      );
    if (!way) continue;
    const first = mentions(REGION_WORDS, ` ${way[1]} `);
    const last = mentions(REGION_WORDS, ` ${way[2]} `)[0];
    const from = first[0]?.value ?? (/ middle| centre| center/.test(` ${way[1]}`) ? region : undefined);
    if (!from || !last || from === last.value) continue;
    const middle = first[0] === undefined;
    return [
      stopSchema.parse({ region: from, side: middle ? 'middle' : 'worked' }),
      stopSchema.parse({ region: last.value }),
    ];
  }
  return [];
}
