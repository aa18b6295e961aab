import { join, resolve } from 'node:path';
import * as z from 'zod';

const environment = z.object({
  LIMBER_PORT: z.coerce.number().int().min(1).max(65_535).default(4310),
  /** Where telephones in the same network reach what is open to them; 1000 above the studio's own, where nothing is said. */
  LIMBER_NEAR_PORT: z.coerce.number().int().min(1).max(65_535).optional(),
  LIMBER_HOST: z.string().default('127.0.0.1'),
  LIMBER_DATA: z.string().default('.data'),
  DATABASE_URL: z.string().min(1, 'DATABASE_URL is missing: start with ./limber start, which sets it.'),
  LIMBER_WEB: z.string().default('web/dist'),
  LIMBER_GUIDE: z.string().default('docs/guide'),
  LIMBER_LOG: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
  /** Where logs are written; without it they go to standard output. */
  LIMBER_LOG_FOLDER: z.string().min(1).optional(),
  LIMBER_SESSION_SECRET: z.string().min(16),
  /** The address that people open, when another program stands in front: https://studio.example */
  LIMBER_PUBLIC_URL: z
    .url({ protocol: /^https?$/, error: 'LIMBER_PUBLIC_URL has to be an address such as https://studio.example.' })
    .optional(),
  /** Whose word on where a request comes from is believed: an address, a range, or `loopback`. */
  LIMBER_TRUST_PROXY: z.string().min(1).optional(),
});

/** Settings that do not go together, or that are missing; the message says what to set. */
export class SettingsError extends Error {
  override readonly name = 'SettingsError';
}

export interface Config {
  readonly port: number;
  /** Where telephones in the same network are listened for, as long as one is expected. */
  readonly nearPort: number;
  readonly host: string;
  readonly loopback: boolean;
  /** Without a slash at the end; where nobody named one, what this machine alone can open. */
  readonly publicUrl: string;
  /** Whether somebody named it. */
  readonly isPublic: boolean;
  /** People come over TLS: cookies are for that alone, and browsers are told to stay with it. */
  readonly secure: boolean;
  /** Whose forwarded addresses are believed; null for nobody's. */
  readonly trustProxy: string | null;
  readonly databaseUrl: string;
  readonly mediaFolder: string;
  readonly uploadFolder: string;
  readonly scratchFolder: string;
  /** Where the fonts of films are unpacked. */
  readonly fontFolder: string;
  readonly webFolder: string;
  readonly guideFolder: string;
  readonly logLevel: string;
  readonly logFolder: string | null;
  readonly sessionSecret: string;
}

/**
 * Reads the settings from the environment.
 *
 * @throws SettingsError with a sentence when one is wrong, or when passwords would go over an open line.
 */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  const parsed = environment.safeParse(env);
  if (!parsed.success) throw new SettingsError(parsed.error.issues.map((issue) => issue.message).join(' '));
  const { LIMBER_HOST: host, LIMBER_PORT: port, LIMBER_PUBLIC_URL, LIMBER_TRUST_PROXY } = parsed.data;
  const data = resolve(parsed.data.LIMBER_DATA);
  const loopback = isLoopback(host);
  const secure = LIMBER_PUBLIC_URL?.startsWith('https:') ?? false;
  if (!loopback && !secure)
    throw new SettingsError(
      `With --host ${host} other machines could reach the studio over an open line, and read passwords on the way. ` +
        'Let a program in front do TLS, and set LIMBER_PUBLIC_URL to the address that people open (https://studio.example) ' +
        'and LIMBER_TRUST_PROXY to the address of that program; or leave --host out.',
    );
  return {
    port,
    nearPort: parsed.data.LIMBER_NEAR_PORT ?? (port + 1000 <= 65_535 ? port + 1000 : port - 1000),
    host,
    loopback,
    publicUrl: (LIMBER_PUBLIC_URL ?? `http://${host.includes(':') ? `[${host}]` : host}:${port}`).replace(/\/+$/, ''),
    isPublic: LIMBER_PUBLIC_URL !== undefined,
    secure,
    trustProxy: LIMBER_TRUST_PROXY ?? null,
    databaseUrl: parsed.data.DATABASE_URL,
    mediaFolder: join(data, 'media'),
    uploadFolder: join(data, 'uploads'),
    scratchFolder: join(data, 'scratch'),
    fontFolder: join(data, 'fonts'),
    webFolder: resolve(parsed.data.LIMBER_WEB),
    guideFolder: resolve(parsed.data.LIMBER_GUIDE),
    logLevel: parsed.data.LIMBER_LOG,
    logFolder: parsed.data.LIMBER_LOG_FOLDER ?? null,
    sessionSecret: parsed.data.LIMBER_SESSION_SECRET,
  };
}

/** Whether only this machine can reach an address: 127.0.0.0/8 and ::1, written out too (RFC 1122, RFC 4291). */
function isLoopback(host: string): boolean {
  return /^127(?:\.\d{1,3}){3}$/.test(host) || host === 'localhost' || /^(?:0*:){2,7}0*1$/.test(host);
}
