import { stopSchema, type Move, type Stop } from '../move/move.schema';
import { mentions, REGION_WORDS } from '../narration/lexicon';

/**
 * From where to where the words lead: "from the ear down the side of the neck to the collarbone". Nothing where they do
 * not say both.
 *
 * @example routeIn('Stroke from the ear down to the collarbone.', 'neck').map((stop) => stop.region) // ['ear', 'collarbone']
 */
export function routeIn(words: string, region: Move['region']): Stop[] {
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
