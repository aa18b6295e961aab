import { writeFileSync } from 'node:fs';
import { commonWords } from './common-words';

/** Writes which words are common in talk into core: `npx tsx cli/src/write-common-words.ts`. */
writeFileSync('core/src/align/common-words.json', `${JSON.stringify(commonWords())}\n`);
