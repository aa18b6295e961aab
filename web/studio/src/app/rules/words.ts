import { termOf } from '@limber/core/words/terms';
import type { Trigger } from '@limber/core/caution/caution.schema';
import { areaName } from '@limber/core/face/areas';
import { regionName } from '@limber/core/face/regions';
import { listed } from '@limber/core/speech/listed';

const CLAIM_NAMES: Readonly<Record<string, string>> = {
  detox: $localize`toxins`,
  lift: $localize`lifting`,
  wrinkle: $localize`lines and wrinkles`,
  younger: $localize`looking younger`,
  collagen: $localize`collagen`,
  circulation: $localize`blood flow`,
  drain: $localize`puffiness`,
  slim_face: $localize`a slimmer face`,
  pain_relief: $localize`pain`,
  allergy: $localize`allergies`,
  nose_shape: $localize`the nose`,
  bite_or_protrusion: $localize`teeth and bite`,
  skin_condition: $localize`skin conditions`,
  stress: $localize`stress`,
  certainty: $localize`certainty`,
  safety: $localize`safety`,
  dark_circles: $localize`dark circles`,
  eyes: $localize`eyes`,
  volume: $localize`volume`,
  asymmetry: $localize`asymmetry`,
  cheekbones: $localize`cheekbones`,
  grinding: $localize`grinding`,
  nerve: $localize`nerve`,
  adhesions: $localize`adhesions`,
  hormones: $localize`hormones`,
  immunity: $localize`immunity`,
  hair: $localize`hair`,
  injections: $localize`injections`,
};

/** What a claim is about, as it is said. */
export function claimName(id: string): string {
  return CLAIM_NAMES[id] ?? id.replace(/_/g, ' ');
}

const anyOf = (words: readonly string[]): string => listed(words, 'or');
const plain = (words: readonly string[]): string => anyOf(words.map(termOf));

/** What a trigger looks for, in one sentence. */
export function lookFor(trigger: Trigger): string {
  const parts = [
    trigger.areas.length > 0 ? $localize`at the ${anyOf([...new Set(trigger.areas.map(areaName))])}` : '',
    trigger.from.length > 0 ? $localize`from the ${anyOf(trigger.from.map(regionName))}` : '',
    trigger.to.length > 0 ? $localize`to the ${anyOf(trigger.to.map(regionName))}` : '',
    trigger.actions.length > 0 ? plain(trigger.actions) : '',
    trigger.tools.length > 0 ? $localize`with a ${plain(trigger.tools)}` : '',
    trigger.grips.length > 0 ? $localize`held as ${plain(trigger.grips)}` : '',
    trigger.temperatures.length > 0 ? plain(trigger.temperatures) : '',
    trigger.atLeast !== null && trigger.atLeast !== 'feather'
      ? $localize`from ${termOf(trigger.atLeast)} pressure on`
      : '',
    trigger.bothSides ? $localize`both sides at once` : '',
    trigger.points ? $localize`a named point` : '',
    trigger.open ? $localize`until the breath is out` : '',
    trigger.words.length > 0 ? $localize`where the words say ${anyOf(trigger.words.map((one) => `“${one}”`))}` : '',
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : $localize`any touch of the skin`;
}
