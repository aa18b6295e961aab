import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEATURES } from '@limber/core/narration/learned/begin-features';
import type { Known } from '@limber/core/narration/learned/known';
import { LAYOUTS, type Layout } from '@limber/core/narration/layouts';
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
import type { LearnedEnds } from '@limber/core/narration/learned/sentence-ends';
import { TRAINED_ON, trained } from '@limber/core/narration/learned/train-begins';
import { fittedDoses, knownNumbers } from '@limber/core/narration/learned/train-doses';
import { asNarrations, fittedSentences, knownEnds, writtenEnds } from '@limber/core/narration/learned/train-sentences';
import { fittedWork, knownSteps } from '@limber/core/narration/learned/train-work';

/** Folders of narrations with their truth, and how often each counts: captions of others come as the blocks do. */
const FOLDERS = { development: 1, blocks: 3 } as const;
type Folder = keyof typeof FOLDERS;
/** The same of remarks: the development set holds most of what sounds like one and is none. */
const OF_REMARKS: Readonly<Record<Folder, number>> = { ...FOLDERS, development: 5 };
/** A sentence by itself counts so often; one in a narration is learned in each of its layouts. */
const SENTENCE = 3;
/** The same of where it ends, which is learned in fewer layouts. */
const SENTENCE_ENDS = 2;
const TO = 'core/src/narration';

/**
 * Learns how narrations are told, and writes it into core: `npx tsx cli/src/write-learned.ts`, nine minutes. What is learned
 * never depends on what was learned before, so that it comes out the same every time.
 */
const texts = (Object.keys(FOLDERS) as Folder[]).flatMap((folder) => {
  const path = join(TO, folder);
  return readdirSync(path).map((file) => ({
    ...{ marked: readFileSync(join(path, file), 'utf8'), folder },
    counts: FOLDERS[folder],
  }));
});
const made = {
  made: 'by cli/src/write-learned.ts; do not edit',
  from: `${texts.length} narrations of ${Object.keys(FOLDERS).join(' and ')}; as ${TRAINED_ON.join(', ')}`,
};

// Of claims the last batch is kept apart to be scored unseen.
const CLAIMS = ['', '-later', '-last', '-wider'];
const SENTENCES = {
  careful: said('cautions/with-cautions'),
  careless: said('cautions/harmless'),
  claiming: CLAIMS.flatMap((batch) => said(`claims/with-claims${batch}`)),
  harmless: CLAIMS.flatMap((batch) => said(`claims/harmless${batch}`)),
};
const sentences = [...Object.values(SENTENCES).flat(), ...said('work-told')].map(({ text }) => text);
const together = asNarrations(sentences).map((marked) => ({ marked, counts: SENTENCE_ENDS }));
const ends = fittedSentences([...texts, ...together].map(({ marked, counts }) => ({ ...knownEnds(marked), counts })));
write('sentences', writtenEnds(ends.all));
const narrations = texts.map((text, i) => ({ ...text, ends: ends.without[i]! }));
const { bias, trees, leftOut } = trained(narrations);
write('begins', { leftOut: Number(leftOut.toFixed(3)), bias, features: FEATURES, trees });
process.stdout.write(`F1 of beginnings left out ${leftOut.toFixed(3)} with bias ${bias}\n`);

const inLayouts = <T>(
  known: (marked: string, layout: Layout, ends: LearnedEnds) => T,
  counts: Readonly<Record<Folder, number>> = FOLDERS,
): Known<T>[] =>
  narrations.map(({ marked, folder, ends }) => ({
    layouts: LAYOUTS.map((layout) => known(marked, layout, ends)),
    counts: counts[folder],
  }));
write('work', fittedWork(inLayouts(knownSteps)));
// What a number is stands beside it, whatever ends around there.
write('numbers', fittedDoses(inLayouts(knownNumbers)));
const byItself = <T>(known: T): Known<T> => ({ layouts: [known], counts: SENTENCE });
write(
  'cautions',
  fittedCautions([
    ...inLayouts(knownCautions, OF_REMARKS),
    ...SENTENCES.careful.map(({ text, of }) => byItself(knownCaution(text, of as CautionAbout[]))),
    ...SENTENCES.careless.map(({ text }) => byItself(knownCaution(text, []))),
  ]),
);
write(
  'claims',
  fittedClaims([
    ...inLayouts(knownClaims, OF_REMARKS),
    ...SENTENCES.claiming.map(({ text, of }) => byItself(knownClaim(text, of.map(claimOf)))),
    ...SENTENCES.harmless.map(({ text }) => byItself(knownClaim(text, []))),
  ]),
);

/** The sentences of a file, a line each, with what each is known to be: of this, of that | the sentence. */
function said(file: string): { readonly text: string; readonly of: readonly string[] }[] {
  const lines = readFileSync(join(TO, `${file}.txt`), 'utf8').split('\n');
  return lines
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line) => {
      const [text, of] = line.split(' | ').reverse() as [string, string?];
      return { text, of: of?.split(', ') ?? [] };
    });
}

/** @example claimOf('lift mild') // { about: 'lift', strength: 'mild' } */
function claimOf(said: string): Claim {
  const [about, strength] = said.split(' ') as [ClaimAbout, Claim['strength']?];
  return { about, strength: strength ?? 'strong' };
}

function write(name: string, what: object): void {
  // A line for each thing that is true of a place, and for each list of numbers.
  const text = `${JSON.stringify({ ...made, ...what }, null, 1).replace(/\{[^{}]*\}|\[[-\d.,\s]*\]/g, (inner) => inner.replace(/\s*\n\s*/g, ' '))}\n`;
  writeFileSync(join(TO, 'learned', `${name}.json`), text);
  process.stdout.write(`${name}.json, ${Math.round(text.length / 1000)} kB\n`);
}
