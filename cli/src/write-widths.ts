import { writeFileSync } from 'node:fs';
import { widthsOf } from './widths';

/** Writes how wide the shipped type runs into core: `npx tsx cli/src/write-widths.ts`. */
writeFileSync('core/src/cue/widths.json', `${JSON.stringify(widthsOf())}\n`);
