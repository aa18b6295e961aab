import { writeFileSync } from 'node:fs';
import { bundleJsonSchema } from '@limber/core/format/bundle';

/** Writes the JSON Schema of the lesson bundle into docs/formats: `npx tsx cli/src/write-formats.ts`. */
writeFileSync('docs/formats/lesson.schema.json', `${JSON.stringify(bundleJsonSchema(), null, 2)}\n`);
