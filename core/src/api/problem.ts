import '../words/localize';
import * as z from 'zod';

/**
 * The closed list of problems that the HTTP API answers with (RFC 9457): the stable type, its status, and what stands
 * over the sentence for the person.
 */
export const PROBLEMS = {
  invalid: { status: 400, title: $localize`Not understood` },
  'signed-out': { status: 401, title: $localize`Not signed in` },
  phrase: { status: 401, title: $localize`Asks for a pass phrase` },
  'wrong-sign-in': { status: 401, title: $localize`Not signed in` },
  'demo-closed': { status: 403, title: $localize`Not allowed` },
  'other-origin': { status: 403, title: $localize`Not allowed` },
  'owner-only': { status: 403, title: $localize`Not allowed` },
  'wrong-phrase': { status: 422, title: $localize`Not taken` },
  'wrong-password': { status: 422, title: $localize`Not taken` },
  'other-viewer': { status: 403, title: $localize`Not allowed` },
  erased: { status: 403, title: $localize`Erased` },
  'not-found': { status: 404, title: $localize`Not found` },
  trashed: { status: 404, title: $localize`In the trash` },
  'other-version': { status: 409, title: $localize`Conflict` },
  'other-cut': { status: 409, title: $localize`Conflict` },
  'other-log': { status: 409, title: $localize`Not taken` },
  'other-captions': { status: 409, title: $localize`Not taken` },
  'known-address': { status: 409, title: $localize`Not taken` },
  'last-owner': { status: 409, title: $localize`Not taken` },
  unheard: { status: 409, title: $localize`Not heard` },
  gone: { status: 410, title: $localize`Taken down` },
  revoked: { status: 410, title: $localize`No longer shared` },
  expired: { status: 410, title: $localize`No longer shared` },
  'link-used': { status: 410, title: $localize`No longer good` },
  'too-large': { status: 413, title: $localize`Too large` },
  bundle: { status: 422, title: $localize`Not taken` },
  'not-ready': { status: 422, title: $localize`Not ready` },
  'refused-media': { status: 422, title: $localize`Not taken` },
  unreadable: { status: 422, title: $localize`Cannot be read` },
  'too-many-tries': { status: 429, title: $localize`Too many tries` },
  internal: { status: 500, title: $localize`Something went wrong here` },
  'not-built': { status: 503, title: $localize`Not ready` },
  'no-voice': { status: 503, title: $localize`Not ready` },
  'port-taken': { status: 503, title: $localize`Not ready` },
  'no-database': { status: 503, title: $localize`Not ready` },
  'no-space': { status: 507, title: $localize`No room on the disk` },
} as const satisfies Record<string, { status: number; title: string }>;
export type ProblemType = keyof typeof PROBLEMS;

/** A problem as a browser reads it; a type that this program does not know is kept as it is. */
export const problemSchema = z.object({ type: z.string(), detail: z.string() });
