/**
 * A short name for a value that JSON can hold: the same for the same, another for almost any other. FNV-1a (Fowler, Noll
 * and Vo) of 64 bits, in base 36. For telling whether something changed, never for safety.
 *
 * @example digestOf({ left: 8 }) === digestOf({ left: 8 }) // true
 */
export function digestOf(value: unknown): string {
  let hash = 0xcbf29ce484222325n;
  for (const sign of JSON.stringify(value) ?? '')
    hash = BigInt.asUintN(64, (hash ^ BigInt(sign.codePointAt(0)!)) * 0x100000001b3n);
  return hash.toString(36);
}
