import { join, resolve } from 'node:path';
import * as z from 'zod';

const environment = z.object({
  LIMBER_PORT: z.coerce.number().int().min(1).max(65_535).default(4310),
  LIMBER_HOST: z.string().default('127.0.0.1'),
  LIMBER_DATA: z.string().default('.data'),
  DATABASE_URL: z.string().min(1, 'DATABASE_URL is missing: start with ./limber start, which sets it.'),
  LIMBER_WEB: z.string().default('web/dist'),
  LIMBER_LOG: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
  LIMBER_SESSION_SECRET: z.string().min(16),
});

export interface Config {
  readonly port: number;
  readonly host: string;
  readonly loopback: boolean;
  readonly databaseUrl: string;
  readonly mediaFolder: string;
  readonly uploadFolder: string;
  readonly webFolder: string;
  readonly logLevel: string;
  readonly sessionSecret: string;
}

/** Reads the settings from the environment; throws with a sentence when one is wrong. */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  const parsed = environment.safeParse(env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((issue) => issue.message).join(' '));
  const data = resolve(parsed.data.LIMBER_DATA);
  return {
    port: parsed.data.LIMBER_PORT,
    host: parsed.data.LIMBER_HOST,
    loopback: /^(?:127\.|localhost$|::1$)/.test(parsed.data.LIMBER_HOST),
    databaseUrl: parsed.data.DATABASE_URL,
    mediaFolder: join(data, 'media'),
    uploadFolder: join(data, 'uploads'),
    webFolder: resolve(parsed.data.LIMBER_WEB),
    logLevel: parsed.data.LIMBER_LOG,
    sessionSecret: parsed.data.LIMBER_SESSION_SECRET,
  };
}
