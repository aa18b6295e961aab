import type { Trigger } from '@limber/core/caution/caution.schema';
import { areaName } from '@limber/core/face/areas';
import { regionName } from '@limber/core/face/regions';
import { listed } from '@limber/core/speech/listed';

const CLAIM_NAMES: Readonly<Record<string, string>> = {
  detox: 'toxins',
  lift: 'lifting',
  wrinkle: 'lines and wrinkles',
  younger: 'looking younger',
  collagen: 'collagen',
  circulation: 'blood flow',
  drain: 'puffiness',
  slim_face: 'a slimmer face',
  pain_relief: 'pain',
  allergy: 'allergies',
  nose_shape: 'the nose',
  bite_or_protrusion: 'teeth and bite',
  skin_condition: 'skin conditions',
  stress: 'stress',
};

/** What a claim is about, as it is said. */
export function claimName(id: string): string {
  return CLAIM_NAMES[id] ?? id.replace(/_/g, ' ');
}

const anyOf = (words: readonly string[]): string => listed(words, 'or');
const plain = (words: readonly string[]): string => anyOf(words.map((one) => one.replace(/_/g, ' ')));

/** What a trigger looks for, in one sentence. */
export function lookFor(trigger: Trigger): string {
  const parts = [
    trigger.areas.length > 0 ? `at the ${anyOf([...new Set(trigger.areas.map(areaName))])}` : '',
    trigger.from.length > 0 ? `from the ${anyOf(trigger.from.map(regionName))}` : '',
    trigger.to.length > 0 ? `to the ${anyOf(trigger.to.map(regionName))}` : '',
    trigger.actions.length > 0 ? plain(trigger.actions) : '',
    trigger.tools.length > 0 ? `with a ${plain(trigger.tools)}` : '',
    trigger.grips.length > 0 ? `held as ${plain(trigger.grips)}` : '',
    trigger.temperatures.length > 0 ? plain(trigger.temperatures) : '',
    trigger.atLeast !== null && trigger.atLeast !== 'feather' ? `from ${trigger.atLeast} pressure on` : '',
    trigger.bothSides ? 'both sides at once' : '',
    trigger.points ? 'a named point' : '',
    trigger.open ? 'until the breath is out' : '',
    trigger.words.length > 0 ? `where the words say ${anyOf(trigger.words.map((one) => `“${one}”`))}` : '',
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : 'any touch of the skin';
}
