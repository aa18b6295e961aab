import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEATURES } from '@limber/core/narration/begin-features';
import { TRAINED_ON, trained } from '@limber/core/narration/train-begins';

/** Folders of narrations with their truth, and how often each counts: captions of others come as the blocks do. */
const FOLDERS = { development: 1, blocks: 3 } as const;

/** Learns where steps begin, and writes it into core: `npx tsx cli/src/write-begins.ts`. */
const narrations = Object.entries(FOLDERS).flatMap(([folder, counts]) => {
  const path = join('core/src/narration', folder);
  return readdirSync(path).map((file) => ({ marked: readFileSync(join(path, file), 'utf8'), counts }));
});
const { bias, weights, leftOut } = trained(narrations);
const made = {
  made: 'by cli/src/write-begins.ts; do not edit',
  from: `${narrations.length} narrations of ${Object.keys(FOLDERS).join(' and ')}; as ${TRAINED_ON.join(', ')}`,
  leftOut: Number(leftOut.toFixed(3)),
  bias,
  weights: Object.fromEntries(FEATURES.map((name, i) => [name, Number(weights[i]!.toFixed(4))])),
};
writeFileSync('core/src/narration/begins.json', `${JSON.stringify(made, null, 2)}\n`);
process.stdout.write(
  `${narrations.length} narrations, F1 of beginnings left out ${leftOut.toFixed(3)} with bias ${bias}\n`,
);
