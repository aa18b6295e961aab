export interface Interval {
  readonly k: number;
  readonly n: number;
  /** k / n; 0 when n is 0. */
  readonly share: number;
  readonly low: number;
  readonly high: number;
}

/** The standard normal's 97.5th percentile, for 95 % intervals. */
const Z95 = 1.959963984540054;

/**
 * The Wilson score interval of a share, 95 % unless another `z` is given (Wilson 1927; Newcombe 1998, method 3).
 * With n = 0 nothing is known: 0 to 1.
 *
 * @throws RangeError unless 0 ≤ k ≤ n are whole numbers.
 * @example wilson(81, 263) // { share: 0.3080, low: 0.2553, high: 0.3662, … }
 */
export function wilson(k: number, n: number, z = Z95): Interval {
  if (!Number.isSafeInteger(k) || !Number.isSafeInteger(n) || k < 0 || n < 0 || k > n)
    throw new RangeError('A share needs whole numbers with 0 ≤ K ≤ N.');
  if (n === 0) return { k, n, share: 0, low: 0, high: 1 };
  const share = k / n;
  const spread = z * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n));
  const centre = share + (z * z) / (2 * n);
  const scale = 1 + (z * z) / n;
  return {
    k,
    n,
    share,
    low: k === 0 ? 0 : Math.max(0, (centre - spread) / scale),
    high: k === n ? 1 : Math.min(1, (centre + spread) / scale),
  };
}
