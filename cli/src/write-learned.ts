import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEATURES } from '@limber/core/narration/learned/begin-features';
import type { Known } from '@limber/core/narration/learned/known';
import { LAYOUTS } from '@limber/core/narration/layouts';
import type { ClaimAbout } from '@limber/core/caution/wording';
import type { CautionAbout } from '@limber/core/narration/reading';
import {
  fittedCautions,
  fittedClaims,
  knownCaution,
  knownCautions,
  knownClaim,
  knownClaims,
  type Claim,
} from '@limber/core/narration/learned/known-remarks';
import { TRAINED_ON, trained } from '@limber/core/narration/learned/train-begins';
import { fittedDoses, knownNumbers } from '@limber/core/narration/learned/train-doses';
import { fittedSentences, knownEnds } from '@limber/core/narration/learned/train-sentences';
import { fittedWork, knownSteps } from '@limber/core/narration/learned/train-work';

/** Folders of narrations with their truth, and how often each counts: captions of others come as the blocks do. */
const FOLDERS = { development: 1, blocks: 3 } as const;
const TO = 'core/src/narration';

/**
 * Learns how narrations are told, and writes it into core: `npx tsx cli/src/write-learned.ts`, five minutes. What is learned
 * never depends on what was learned before, so that it comes out the same every time.
 */
const narrations = Object.entries(FOLDERS).flatMap(([folder, counts]) => {
  const path = join(TO, folder);
  return readdirSync(path).map((file) => ({ marked: readFileSync(join(path, file), 'utf8'), counts }));
});
const made = {
  made: 'by cli/src/write-learned.ts; do not edit',
  from: `${narrations.length} narrations of ${Object.keys(FOLDERS).join(' and ')}; as ${TRAINED_ON.join(', ')}`,
};

write('sentences', fittedSentences(narrations.map(({ marked, counts }) => ({ ends: knownEnds(marked), counts }))));
const { bias, trees, leftOut } = trained(narrations);
write('begins', { leftOut: Number(leftOut.toFixed(3)), bias, features: FEATURES, trees });
process.stdout.write(`F1 of beginnings left out ${leftOut.toFixed(3)} with bias ${bias}\n`);

const inLayouts = <T>(known: (marked: string, layout: (typeof LAYOUTS)[number]) => T): Known<T>[] =>
  narrations.map(({ marked, counts }) => ({ layouts: LAYOUTS.map((layout) => known(marked, layout)), counts }));
write('work', fittedWork(inLayouts(knownSteps)));
write('numbers', fittedDoses(inLayouts(knownNumbers)));
const cautions = [
  ...of('cautions/with-cautions', (text, about) => knownCaution(text, about.split(', ') as CautionAbout[])),
  ...of('cautions/harmless', (text) => knownCaution(text, [])),
];
// The last batch of sentences is kept apart to be scored unseen.
const claims = ['', '-later', '-last', '-wider'].flatMap((batch) => [
  ...of(`claims/with-claims${batch}`, (text, said) => knownClaim(text, said.split(', ').map(claimOf))),
  ...of(`claims/harmless${batch}`, (text) => knownClaim(text, [])),
]);
write('cautions', fittedCautions([...inLayouts(knownCautions), ...cautions]));
write('claims', fittedClaims([...inLayouts(knownClaims), ...claims]));

/** What is known of the sentences of a file, a line each: what is said | the sentence, or the sentence alone. */
function of<T>(file: string, known: (text: string, said: string) => T): Known<T>[] {
  const lines = readFileSync(join(TO, `${file}.txt`), 'utf8').split('\n');
  return lines
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line) => {
      const [text, said] = line.split(' | ').reverse() as [string, string?];
      return { layouts: [known(text, said ?? '')], counts: 1 };
    });
}

/** @example claimOf('lift mild') // { about: 'lift', strength: 'mild' } */
function claimOf(said: string): Claim {
  const [about, strength] = said.split(' ') as [ClaimAbout, Claim['strength']?];
  return { about, strength: strength ?? 'strong' };
}

function write(name: string, what: object): void {
  // A line for each thing that is true of a place.
  const text = `${JSON.stringify({ ...made, ...what }, null, 1).replace(/\{[^{}]*\}/g, (inner) => inner.replace(/\s*\n\s*/g, ' '))}\n`;
  writeFileSync(join(TO, 'learned', `${name}.json`), text);
  process.stdout.write(`${name}.json, ${Math.round(text.length / 1000)} kB\n`);
}
