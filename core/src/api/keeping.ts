import * as z from 'zod';

/** Days that a lesson stays in the trash. */
export const TRASH_DAYS = 30;

/** A lesson in the trash. */
export const trashedSchema = z.object({
  id: z.string(),
  title: z.string(),
  trashedAt: z.coerce.date(),
  /** When it is deleted for good by itself. */
  leavesAt: z.coerce.date(),
  versions: z.number(),
  viewings: z.number(),
  /** Links that would work again if it were put back. */
  openLinks: z.number(),
  /** What its films and what is made of them weigh, as far as nothing else needs them. */
  bytes: z.number(),
});
export type Trashed = z.infer<typeof trashedSchema>;

/** What went when something was deleted for good. */
export const freedSchema = z.object({ lessons: z.number(), films: z.number(), bytes: z.number() });
export type Freed = z.infer<typeof freedSchema>;

/** What lies on the disk, and what the last sweeps took off it. */
export const roomSchema = z.object({
  films: z.object({ count: z.number(), bytes: z.number() }),
  /** What is made of them: what plays on pages, stills, sound. */
  madeBytes: z.number(),
  freeBytes: z.number(),
  sweeps: z.array(
    z.object({ at: z.coerce.date(), lessons: z.number(), films: z.number(), files: z.number(), bytes: z.number() }),
  ),
});
export type Room = z.infer<typeof roomSchema>;

const versionSchema = z.object({
  id: z.string(),
  number: z.number(),
  revision: z.number(),
  createdAt: z.coerce.date(),
  /** The cuts that it can be watched in, the full one first. */
  cuts: z.array(z.string()),
  viewings: z.number(),
  /** What its films and what is made of them weigh. */
  bytes: z.number(),
});
export const linkSchema = z.object({
  token: z.string(),
  versionId: z.string(),
  createdAt: z.coerce.date(),
  revokedAt: z.coerce.date().nullable(),
});
/** Versions and links of a lesson. */
export const shareSchema = z.object({
  versions: z.array(versionSchema),
  links: z.array(linkSchema),
  /** The address under which everybody reaches the studio; null while only this machine can. */
  publicUrl: z.string().nullable(),
});
export type Share = z.infer<typeof shareSchema>;

/** A version as it was just made, with its first link. */
export const sharedSchema = z.object({ versionId: z.string(), number: z.number(), token: z.string() });
export const newLinkSchema = z.object({ versionId: z.uuid() });
/** A link revoked, opened again, or led to another version. */
export const linkChangeSchema = z.object({ revoked: z.boolean().optional(), versionId: z.uuid().optional() });
