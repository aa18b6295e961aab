import { detailOf } from '@shared/words-of';

/** What the studio would not do, in words; `closed` where a new code is needed. */
export class NearProblem extends Error {
  override readonly name = 'NearProblem';
  constructor(
    words: string,
    readonly closed: boolean,
  ) {
    super(words);
  }
}

const AWAY = $localize`The studio cannot be reached just now. Stay in its network; this goes on by itself.`;

export async function asked(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new NearProblem(AWAY, false);
  }
  if (response.ok) return response;
  throw new NearProblem(detailOf(await response.json().catch(() => null)) ?? AWAY, response.status === 404);
}

/** The header that says that a telephone may. */
export const allowed = (token: string): Record<string, string> => ({ Authorization: `Bearer ${token}` });

/**
 * Comes in by a code.
 *
 * @returns what goes on from there, and whatever else the studio says of it
 */
export async function join(place: 'second-screen' | 'from-phone', code: string): Promise<Record<string, string>> {
  const init = { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ code }) };
  return (await (await asked(`/api/${place}/join`, init)).json()) as Record<string, string>;
}
