import { readFile } from 'node:fs/promises';
import { computations } from './computations';
import { InputError } from './input';

/** `./limber compute NAME FILES… [--options]`: one JSON document on standard output, or a problem on standard error. */
try {
  const [name, ...rest] = process.argv.slice(2);
  const computation = name ? computations[name] : undefined;
  if (!computation)
    throw new InputError(
      'unknown-name',
      `There is no computation “${name ?? ''}”. There are: ${Object.keys(computations).join(', ')}.`,
    );
  const answer = await computation(rest, (file) => readFile(file, 'utf8'));
  process.stdout.write(typeof answer === 'string' ? answer : `${JSON.stringify(answer)}\n`);
} catch (error) {
  const problem =
    error instanceof InputError
      ? error.problem
      : {
          title: 'Something went wrong here',
          detail: error instanceof Error ? error.message : String(error),
          type: 'internal',
        };
  process.stderr.write(`${JSON.stringify(problem)}\n`);
  process.exitCode = error instanceof InputError ? 2 : 1;
}
