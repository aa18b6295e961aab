/** Lets work through one piece at a time, in the order in which it was asked for; what fails holds nothing up. */
export function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const next = last.then(work);
    // Whoever asked is told by `next`; those behind only wait for it to be over.
    last = next.catch(() => undefined);
    return next;
  };
}
