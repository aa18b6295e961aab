const VIEWER = 'limber.viewer';
const VIEWINGS = 'limber.viewing.';

/** The random number under which this browser sends what was watched; null while it has sent nothing. */
export function knownViewer(): string | null {
  return localStorage.getItem(VIEWER);
}

/** The same, drawn when there is none yet. */
export function viewerOfThisBrowser(): string {
  const known = knownViewer();
  if (known) return known;
  const drawn = crypto.randomUUID();
  localStorage.setItem(VIEWER, drawn);
  return drawn;
}

/** Where the viewing of a version is noted. */
export function viewingKey(versionId: string): string {
  return VIEWINGS + versionId;
}

/** Where it is noted which version was begun through a link. */
export function begunKey(token: string): string {
  return `${VIEWINGS}of.${token}`;
}

/** Forgets the number and every viewing that was begun under it. */
export function forgetViewer(): void {
  for (const key of Object.keys(localStorage))
    if (key === VIEWER || key.startsWith(VIEWINGS)) localStorage.removeItem(key);
}

/** Tells when another window of this browser has had everything erased. */
export function onForgotten(listener: () => void): () => void {
  const heard = (event: StorageEvent): void => {
    if (event.key === VIEWER && event.newValue === null) listener();
  };
  addEventListener('storage', heard);
  return () => removeEventListener('storage', heard);
}
