/** What older programs wrote, as plain JSON. */
type Json = Record<string, unknown>;

/**
 * Version 1 of a move knew from where to where it goes; version 2 knows every waypoint.
 *
 * @example moveFrom1({ direction: { from: 'ear', to: 'collarbone', words: 'down' } }) // { route: [ear, collarbone], routeWords: 'down' }
 */
export function moveFrom1(move: Json): Json {
  if (!('direction' in move)) return move;
  const { direction, ...rest } = move;
  if (typeof direction !== 'object' || direction === null) return rest;
  const { from, to, words } = direction as Json;
  return { ...rest, route: [{ region: from }, { region: to }], routeWords: words ?? '' };
}
