/** Words that tell nothing of what is done: they lead from one that does to the next. */
const LITTLE: ReadonlySet<string> = new Set(
  (
    'a an the and or but so then now next again also too just all right alright okay ok well good great ' +
    'i we you your our my me us it its that this these those there here them they he she ' +
    'to of in on at by for from with into onto over under up down out off as like ' +
    "is are was be been do does go going gonna let let's lets we're i'm you're it's that's we'll i'll will can may " +
    'one two three four five six seven eight nine ten twelve fifteen twenty thirty first second third last time times ' +
    'side sides other same more little bit very really please if when while not no'
  ).split(' '),
);
/**
 * Whether a word tells something of what is done.
 *
 * @param norm in small letters, without marks.
 * @example tells('knead') // true
 */
export function tells(norm: string): boolean {
  return norm.length > 0 && !LITTLE.has(norm) && !/\d/.test(norm);
}
