/** A file that cannot be read, or a lesson that a form of file cannot hold; `line` is where, from 1, in one that has lines. */
export class FormatError extends Error {
  override readonly name = 'FormatError';
  constructor(
    message: string,
    readonly line: number | null = null,
  ) {
    super(message);
  }
}
