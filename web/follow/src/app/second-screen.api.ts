import type { Press } from '@limber/core/prompt/session';
import type { PromptView } from '@limber/core/prompt/view';
import { allowed, asked, NearProblem } from './near.api';

/** Sends one press; `n` says which it is, so that one that is sent twice is one. */
export async function press(token: string, n: number, press: Press): Promise<void> {
  await asked('/api/second-screen/press', {
    method: 'POST',
    headers: { ...allowed(token), 'Content-Type': 'application/json' },
    body: JSON.stringify({ n, press }),
  });
}

/**
 * What is shown, as it changes, until the line breaks.
 *
 * @throws NearProblem when the screen is closed, or the studio is away.
 */
export async function watch(token: string, shows: (view: PromptView | null) => void): Promise<void> {
  const response = await asked('/api/second-screen/view', { headers: allowed(token) });
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
      if (!told.open) throw new NearProblem($localize`This second screen is closed. Open it anew in the studio.`, true);
      shows(told.view);
    }
  }
}
