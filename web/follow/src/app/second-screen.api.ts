import type { Press } from '@limber/core/prompt/session';
import type { PromptView } from '@limber/core/prompt/view';
import { detailOf } from './follow.api';

/** What the studio would not do, in words; `closed` where the screen has to be opened anew. */
export class ScreenProblem extends Error {
  override readonly name = 'ScreenProblem';
  constructor(
    words: string,
    readonly closed: boolean,
  ) {
    super(words);
  }
}

const AWAY = $localize`The studio cannot be reached just now. Stay in its network; this goes on by itself.`;

async function asked(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new ScreenProblem(AWAY, false);
  }
  if (response.ok) return response;
  throw new ScreenProblem(detailOf(await response.json().catch(() => null)) ?? AWAY, response.status === 404);
}

const headers = (token: string): Record<string, string> => ({ Authorization: `Bearer ${token}` });

/** Comes in by a code. @returns what goes on from there */
export async function join(code: string): Promise<string> {
  const init = { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ code }) };
  return ((await (await asked('/api/join', init)).json()) as { token: string }).token;
}

/** Sends one press; `n` says which it is, so that one that is sent twice is one. */
export async function press(token: string, n: number, press: Press): Promise<void> {
  await asked('/api/press', {
    method: 'POST',
    headers: { ...headers(token), 'Content-Type': 'application/json' },
    body: JSON.stringify({ n, press }),
  });
}

/**
 * What is shown, as it changes, until the line breaks.
 *
 * @throws ScreenProblem when the screen is closed, or the studio is away.
 */
export async function watch(token: string, shows: (view: PromptView | null) => void): Promise<void> {
  const response = await asked('/api/view', { headers: headers(token) });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  for (;;) {
    const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true as const }));
    if (done || value === undefined) return;
    text += value;
    const events = text.split('\n\n');
    text = events.pop()!;
    for (const event of events) {
      if (!event.startsWith('data: ')) continue;
      const told = JSON.parse(event.slice('data: '.length)) as { open: boolean; view: PromptView | null };
      if (!told.open)
        throw new ScreenProblem($localize`This second screen is closed. Open it anew in the studio.`, true);
      shows(told.view);
    }
  }
}
