import '../words/localize';
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

/** Why a version was shared although something was still to be mended, and what that was, in words. */
const allTheSameSchema = z.object({
  reason: z.string().trim().min(1).max(500),
  missing: z.array(z.string().max(400)).max(100).readonly(),
});
export type AllTheSame = z.infer<typeof allTheSameSchema>;
/** What a version is called, and what is to be remembered of it. */
const calledSchema = { name: z.string().trim().max(80), note: z.string().trim().max(2000) };

const versionSchema = z.object({
  id: z.string(),
  number: z.number(),
  /** Empty where nobody named it. */
  name: z.string(),
  note: z.string(),
  /** Null where nothing stood in the way. */
  allTheSame: allTheSameSchema.nullable(),
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
  /** It opens nothing from then on; null for one that lasts. */
  expiresAt: z.coerce.date().nullable(),
  /** Whether it asks for a pass phrase. */
  asksPhrase: z.boolean(),
  /** Whether other sites may show its page in theirs. */
  embeds: z.boolean(),
});
export type SharedLink = z.infer<typeof linkSchema>;
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
/** What a version is shared with. */
export const newVersionSchema = z.object(calledSchema).partial().extend({ allTheSame: allTheSameSchema.optional() });
/** A version named, or noted of. */
export const versionChangeSchema = z.object(calledSchema).partial();
/** A lesson as a version froze it. */
export const frozenSchema = z.object({ doc: z.unknown() });
export const newLinkSchema = z.object({ versionId: z.uuid() });
/** What opens a link that asks for it; written small or large, it is the same. */
export const phraseSchema = z
  .string()
  .max(200)
  .transform((typed) => typed.normalize('NFC').trim().replace(/\s+/g, ' ').toLowerCase());
/** A link revoked, opened again, led to another version, or kept to some time, to some people, to its own site. */
export const linkChangeSchema = z.object({
  revoked: z.boolean().optional(),
  versionId: z.uuid().optional(),
  expiresAt: z.coerce.date().nullable().optional(),
  /** Null takes it off. */
  phrase: phraseSchema
    .pipe(z.string().min(6, $localize`A pass phrase has six letters or more.`))
    .nullable()
    .optional(),
  embeds: z.boolean().optional(),
});
