/**
 * Which clock a time is read from. Both are integer milliseconds; a time of one clock is no time of the other, and the
 * compiler refuses it. Plain numbers (a literal, a sum) may become either: who computes says what it is.
 */
declare const clock: unique symbol;

/** Time within a recording, ms. */
export type TakeMs = number & { readonly [clock]?: 'take' };

/** Time along a cut, ms: along the pieces that play, in their order. */
export type CutMs = number & { readonly [clock]?: 'cut' };
