import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEATURES } from '@limber/core/narration/begin-features';
import { TRAINED_ON, trained } from '@limber/core/narration/train-begins';

const FOLDER = 'core/src/narration/development';

/** Learns where steps begin from the development set, and writes it into core: `npx tsx cli/src/write-begins.ts`. */
const files = readdirSync(FOLDER);
const { bias, weights, leftOut } = trained(files.map((file) => readFileSync(join(FOLDER, file), 'utf8')));
const made = {
  made: 'by cli/src/write-begins.ts; do not edit',
  from: `${files.length} narrations of ${FOLDER}; as ${TRAINED_ON.join(', ')}`,
  leftOut: Number(leftOut.toFixed(3)),
  bias,
  weights: Object.fromEntries(FEATURES.map((name, i) => [name, Number(weights[i]!.toFixed(4))])),
};
writeFileSync('core/src/narration/begins.json', `${JSON.stringify(made, null, 2)}\n`);
process.stdout.write(`${files.length} narrations, F1 of beginnings left out ${leftOut.toFixed(3)} with bias ${bias}\n`);
