import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEATURES } from '@limber/core/narration/learned/begin-features';
import type { Known } from '@limber/core/narration/learned/known';
import { LAYOUTS } from '@limber/core/narration/layouts';
import type { ClaimAbout } from '@limber/core/caution/wording';
import {
  fittedCautions,
  fittedClaims,
  knownCautions,
  knownClaims,
  knownSentence,
  type KnownClaims,
} from '@limber/core/narration/learned/known-remarks';
import { TRAINED_ON, trained } from '@limber/core/narration/learned/train-begins';
import { fittedDoses, knownNumbers } from '@limber/core/narration/learned/train-doses';
import { fittedWork, knownSteps } from '@limber/core/narration/learned/train-work';

/** Folders of narrations with their truth, and how often each counts: captions of others come as the blocks do. */
const FOLDERS = { development: 1, blocks: 3 } as const;
const TO = 'core/src/narration';

/**
 * Learns how narrations are told, and writes it into core: `npx tsx cli/src/write-learned.ts`, a minute. What is learned
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

const { bias, weights, leftOut } = trained(narrations);
write('begins', {
  leftOut: Number(leftOut.toFixed(3)),
  bias,
  weights: Object.fromEntries(FEATURES.map((name, i) => [name, Number(weights[i]!.toFixed(4))])),
});
process.stdout.write(`F1 of beginnings left out ${leftOut.toFixed(3)} with bias ${bias}\n`);

const inLayouts = <T>(known: (marked: string, layout: (typeof LAYOUTS)[number]) => T): Known<T>[] =>
  narrations.map(({ marked, counts }) => ({ layouts: LAYOUTS.map((layout) => known(marked, layout)), counts }));
write('work', fittedWork(inLayouts(knownSteps)));
write('numbers', fittedDoses(inLayouts(knownNumbers)));
write('cautions', fittedCautions(inLayouts(knownCautions)));
write('claims', fittedClaims([...inLayouts(knownClaims), ...sentences()]));

/** Sentences that claim something, and harmless ones; the last batch of both is kept apart to be scored unseen. */
function sentences(): Known<KnownClaims>[] {
  const lines = (file: string): string[] =>
    readFileSync(join(TO, 'claims', file), 'utf8')
      .split('\n')
      .filter((line) => line !== '' && !line.startsWith('#'));
  return ['', '-later', '-last'].flatMap((batch) =>
    [
      ...lines(`with-claims${batch}.txt`).map((line) => {
        const [about, text] = line.split(' | ') as [ClaimAbout, string];
        return knownSentence(text, about);
      }),
      ...lines(`harmless${batch}.txt`).map((line) => knownSentence(line, null)),
    ].map((known) => ({ layouts: [known], counts: 3 })),
  );
}

function write(name: string, what: object): void {
  // A line for each thing that is true of a place.
  const text = `${JSON.stringify({ ...made, ...what }, null, 1).replace(/\{[^{}]*\}/g, (inner) => inner.replace(/\s*\n\s*/g, ' '))}\n`;
  writeFileSync(join(TO, 'learned', `${name}.json`), text);
  process.stdout.write(`${name}.json, ${Math.round(text.length / 1000)} kB\n`);
}
