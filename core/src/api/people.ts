import '../words/localize';
import * as z from 'zod';

export const ROLES = ['owner', 'editor'] as const;
/** An owner shares, deletes and invites; an editor does everything else. */
export const roleSchema = z.enum(ROLES);
export type Role = z.infer<typeof roleSchema>;

/** An address as people sign in with it: blanks around it and capitals make no other one. */
export const emailSchema = z
  .string()
  .trim()
  .toLowerCase()
  .pipe(z.email($localize`Write an address such as name@station.example.`))
  .pipe(z.string().max(200, $localize`That address is too long.`));
export const personNameSchema = z
  .string()
  .trim()
  .min(1, $localize`Write your name.`)
  .max(80, $localize`That name is too long.`);
export const tokenSchema = z.string().min(20).max(100);

/** Fewest characters of a password. */
export const SHORTEST_PASSWORD = 10;
const LONGEST_PASSWORD = 200;

/**
 * What is wrong with a new password, as a sentence; null when it will do. Nothing is trimmed from it: a blank at its end
 * belongs to it. Length counts, as in OWASP ASVS 5 and NIST SP 800-63B; what kinds of characters it has does not.
 *
 * @example passwordTrouble('lantern-and-rope', 'marit@harbour.example') // null
 */
export function passwordTrouble(password: string, email: string): string | null {
  const characters = [...password];
  if (characters.length < SHORTEST_PASSWORD)
    return $localize`Choose a password of at least ${SHORTEST_PASSWORD} characters.`;
  if (characters.length > LONGEST_PASSWORD)
    return $localize`Choose a password of at most ${LONGEST_PASSWORD} characters.`;
  if (new Set(characters).size === 1)
    return $localize`One character many times is guessed at once. Choose another password.`;
  if (password.toLowerCase() === email.toLowerCase())
    return $localize`Your address is the first thing that is tried. Choose another password.`;
  return null;
}

export const userSchema = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: roleSchema,
  /** An editor whom an owner lets change the studio's rules: its clinician. */
  keepsRules: z.boolean().default(false),
});
export type User = z.infer<typeof userSchema>;

/** Who is signed in, and who may do what an editor may not. */
export const sessionSchema = z.object({
  user: userSchema.nullable(),
  /** Names of the owners; nobody's while nobody is signed in. */
  owners: z.array(z.string()),
});
export type SessionAnswer = z.infer<typeof sessionSchema>;

export const signInSchema = z.object({ email: emailSchema, password: z.string().min(1).max(LONGEST_PASSWORD) });
export const newPasswordSchema = z.object({
  current: z
    .string()
    .min(1, $localize`Write the password that you sign in with now.`)
    .max(LONGEST_PASSWORD),
  password: z.string().max(1000),
});

/** What a one-time link is for: the first owner's sign-in, a lost password, or an invitation. */
export const doorSchema = z.object({
  purpose: z.enum(['first', 'reset', 'invitation']),
  /** Whose it is; null where whoever comes first says so. */
  email: z.string().nullable(),
  name: z.string().nullable(),
  /** Who invites. */
  by: z.string().nullable(),
});
export type Door = z.infer<typeof doorSchema>;

export const doorAskedSchema = z.object({ token: tokenSchema });

export const comeInSchema = z.object({
  token: tokenSchema,
  name: personNameSchema.optional(),
  email: emailSchema.optional(),
  password: z.string().max(1000),
});

export const personSchema = userSchema.extend({ since: z.coerce.date() });
export const invitationSchema = z.object({
  id: z.string(),
  email: z.string(),
  by: z.string(),
  expiresAt: z.coerce.date(),
});
export const peopleSchema = z.object({
  people: z.array(personSchema),
  /** Those that are still open; an editor is told of none. */
  invitations: z.array(invitationSchema),
});
export type People = z.infer<typeof peopleSchema>;

export const inviteSchema = z.object({ email: emailSchema });
/** An invitation as it is made: its link can be seen this once. */
export const invitedSchema = z.object({ link: z.string(), expiresAt: z.coerce.date() });
