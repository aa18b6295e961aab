import { createHash, randomBytes } from 'node:crypto';

/** What lets somebody in who has no account here, or not yet. */
export const newToken = (): string => randomBytes(24).toString('base64url');

/** All that is kept of it. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');
