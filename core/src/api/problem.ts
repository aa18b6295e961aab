import * as z from 'zod';

/**
 * The closed list of problems that the HTTP API answers with (RFC 9457): the stable type, its status, and what stands
 * over the sentence for the person.
 */
export const PROBLEMS = {
  invalid: { status: 400, title: 'Not understood' },
  'signed-out': { status: 401, title: 'Not signed in' },
  'wrong-sign-in': { status: 401, title: 'Not signed in' },
  'demo-closed': { status: 403, title: 'Not allowed' },
  'other-origin': { status: 403, title: 'Not allowed' },
  'owner-only': { status: 403, title: 'Not allowed' },
  'wrong-password': { status: 422, title: 'Not taken' },
  'other-viewer': { status: 403, title: 'Not allowed' },
  erased: { status: 403, title: 'Erased' },
  'not-found': { status: 404, title: 'Not found' },
  trashed: { status: 404, title: 'In the trash' },
  'other-version': { status: 409, title: 'Conflict' },
  'other-cut': { status: 409, title: 'Conflict' },
  'known-address': { status: 409, title: 'Not taken' },
  'last-owner': { status: 409, title: 'Not taken' },
  gone: { status: 410, title: 'Taken down' },
  revoked: { status: 410, title: 'No longer shared' },
  'link-used': { status: 410, title: 'No longer good' },
  'too-large': { status: 413, title: 'Too large' },
  bundle: { status: 422, title: 'Not taken' },
  'not-ready': { status: 422, title: 'Not ready' },
  'refused-media': { status: 422, title: 'Not taken' },
  unreadable: { status: 422, title: 'Cannot be read' },
  'too-many-tries': { status: 429, title: 'Too many tries' },
  internal: { status: 500, title: 'Something went wrong here' },
  'not-built': { status: 503, title: 'Not ready' },
  'no-database': { status: 503, title: 'Not ready' },
  'no-space': { status: 507, title: 'No room on the disk' },
} as const satisfies Record<string, { status: number; title: string }>;
export type ProblemType = keyof typeof PROBLEMS;

/** A problem as a browser reads it; a type that this program does not know is kept as it is. */
export const problemSchema = z.object({ type: z.string(), detail: z.string() });
