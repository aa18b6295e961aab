import { DetailedError, type Upload, type UploadOptions } from 'tus-js-client';
import { parseJson } from '@limber/core/format/parse-json';
import { detailOf } from './words-of';

/** After so long it is tried again, ms. */
export const SOON = [0, 1000, 2000, 4000, 8000, 15_000, 30_000, 30_000];

/** How a file that is all there is sent. */
export const WHOLE_FILE = { chunkSize: 8 * 1024 * 1024, retryDelays: SOON } satisfies Partial<UploadOptions>;

/** By what an upload is known again, when the same is chosen once more. */
export function fingerprint(...parts: readonly (string | number)[]): () => Promise<string> {
  return () => Promise.resolve(['limber', ...parts].join('/'));
}

/** The status that an upload failed with; 0 where there was no answer. */
export function statusOf(error: Error): number {
  return error instanceof DetailedError ? (error.originalResponse?.getStatus() ?? 0) : 0;
}

/** Whether trying again may mend it: what was refused stays refused, and a full disk stays full for a while. */
export function mayRetry(error: DetailedError): boolean {
  const status = statusOf(error);
  if (status >= 400 && status < 500) return status === 409 || status === 423 || status === 429;
  return status !== 507;
}

/** Why the server would not take it, in its words; null where it could not be reached. */
export function refusalIn(error: Error): string | null {
  if (!(error instanceof DetailedError)) return null;
  return detailOf(parseJson(error.originalResponse?.getBody() ?? ''));
}

/** Begins an upload, or goes on with what was sent of the same before. */
export async function startOrGoOn(upload: Upload): Promise<void> {
  const [before] = await upload.findPreviousUploads();
  if (before) upload.resumeFromPreviousUpload(before);
  upload.start();
}
