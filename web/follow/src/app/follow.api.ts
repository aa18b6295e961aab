import type { AnswerOf, Asked } from '@limber/core/api/route';
import type { ROUTES } from '@limber/core/api/routes';
import type { ViewerRecord } from '@limber/core/api/viewer-record';
import type { PublishedCut, PublishedLesson } from '@limber/core/viewing/published.schema';
import { detailOf } from '@shared/words-of';

/** What the server would not give, in words for the viewer. */
export class FollowProblem extends Error {
  override readonly name = 'FollowProblem';
  /** @param asksPhrase whether the pass phrase of the link would help. */
  constructor(
    words: string,
    readonly asksPhrase = false,
  ) {
    super(words);
  }
}

const OFFLINE = $localize`The lesson cannot be reached just now. Check your connection and try again.`;

/** @param begun the version that is in the middle of being watched. */
export async function loadFollow(token: string, begun: string | null = null): Promise<PublishedLesson> {
  let response: Response;
  try {
    const version = begun === null ? '' : `?version=${encodeURIComponent(begun)}`;
    response = await fetch(`/api/follow/${encodeURIComponent(token)}${version}`);
  } catch {
    throw new FollowProblem(OFFLINE);
  }
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new FollowProblem(detailOf(body) ?? OFFLINE, response.status === 401);
  if (!isPublished(body)) throw new FollowProblem($localize`This lesson came through damaged. Reload the page.`);
  return body;
}

/** Says the pass phrase of a link, for this browser. */
export async function sayPhrase(token: string, phrase: string): Promise<void> {
  await ask(`/api/follow/${encodeURIComponent(token)}/phrase`, 'POST', { phrase });
}

/** Sends the answers; tells whether they call for "stop, and ask a professional". */
export async function sendFeedback(
  token: string,
  answers: Asked<typeof ROUTES.sendAnswers>['body'],
): Promise<AnswerOf<typeof ROUTES.sendAnswers>> {
  let response: Response;
  try {
    response = await fetch(`/api/follow/${encodeURIComponent(token)}/feedback`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(answers),
    });
  } catch {
    throw new FollowProblem(
      $localize`Your answer could not be sent just now. It is still here: try again in a moment.`,
    );
  }
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new FollowProblem(detailOf(body) ?? OFFLINE);
  return { serious: (body as { serious?: unknown } | null)?.serious === true };
}

/** Everything that the studio has of this browser. */
export async function loadRecord(viewerId: string): Promise<ViewerRecord> {
  const body = await ask(`/api/follow/viewers/${viewerId}`, 'GET');
  const { lessons } = (body ?? {}) as Partial<ViewerRecord>;
  if (!Array.isArray(lessons)) throw new FollowProblem($localize`Your record came through damaged. Try again.`);
  return { lessons };
}

/** Has all of it erased, in every lesson. */
export async function eraseRecord(viewerId: string): Promise<void> {
  await ask(`/api/follow/viewers/${viewerId}`, 'DELETE');
}

async function ask(url: string, method: string, sent?: object): Promise<unknown> {
  let response: Response;
  try {
    const body = sent ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(sent) } : {};
    response = await fetch(url, { method, ...body });
  } catch {
    throw new FollowProblem(
      $localize`The studio cannot be reached just now. Nothing was changed: try again in a moment.`,
    );
  }
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new FollowProblem(detailOf(body) ?? OFFLINE);
  return body;
}

/** A small check in place of the whole schema, which would weigh more than the page itself. */
function isPublished(body: unknown): body is PublishedLesson {
  const one = body as Partial<PublishedLesson> | null;
  const times = (list: unknown): boolean =>
    Array.isArray(list) &&
    list.every(
      (each: { startMs?: unknown; endMs?: unknown }) =>
        typeof each?.startMs === 'number' && typeof each.endMs === 'number',
    );
  return (
    typeof one === 'object' &&
    one !== null &&
    typeof one.versionId === 'string' &&
    typeof one.title === 'string' &&
    Array.isArray(one.takes) &&
    Array.isArray(one.steps) &&
    Array.isArray(one.cuts) &&
    one.cuts.length > 0 &&
    one.cuts.every(
      (cut: Partial<PublishedCut>) =>
        typeof cut.durationMs === 'number' &&
        Array.isArray(cut.cautions) &&
        Array.isArray(cut.pieces) &&
        Array.isArray(cut.voices) &&
        times(cut.steps) &&
        times(cut.passages) &&
        times(cut.cues),
    )
  );
}
