import { deepStrictEqual as same } from 'node:assert';
import { randomUUID } from 'node:crypto';
import type { Express } from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Role } from '@limber/core/api/people';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { aFilmedLesson, aMove, aStep } from '@limber/core/testing';
import type { Config } from '../config';
import { Signals } from '../jobs/signals';
import { originalKey } from '../media/keys';
import { Lessons, Users } from '../store/entities';
import { shareLesson } from '../store/share';
import { openStudio, type TestStudio } from '../testing';
import type { Route } from '@limber/core/api/route';
import { ROUTES } from '@limber/core/api/routes';
import { createApp } from './app';
import { hashPassword } from './auth';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** For tests only: the server itself, listening, with a database of its own. */
export interface TestServer extends TestStudio {
  readonly app: Express;
  /** Where it listens. */
  readonly base: string;
  /** Somebody who asks; nobody is signed in. */
  client(headers?: Record<string, string>): Client;
  /** Somebody new with an account, signed in. */
  signedIn(role: Role): Promise<Client & { id: string; email: string }>;
}

export const PASSWORD = 'salt and a lantern';
let passwordHash: Promise<string> | undefined;

export async function openServer(change: Partial<Config> = {}): Promise<TestServer> {
  const studio = await openStudio();
  const config = { ...studio.config, ...change };
  const signals = new Signals(studio.url);
  await signals.listen();
  const app = createApp({ ...studio, config, media: studio.store, signals });
  const server = await new Promise<Server>((resolve) => {
    // Specs run in several processes that would share a port otherwise.
    const at = { port: 0, host: '127.0.0.1', exclusive: true };
    const listening = app.listen(at, () => resolve(listening));
  });
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    ...studio,
    config,
    app,
    base,
    client: (headers) => new Client(base, headers),
    signedIn: async (role) => {
      const [id, name] = [randomUUID(), role === 'owner' ? 'Marit Solheim' : 'Ane Vik'];
      const email = `${id.slice(0, 8)}@harbour.example`;
      passwordHash ??= hashPassword(PASSWORD);
      await studio.database
        .getRepository(Users)
        .insert({ id, email, name, role, demo: false, passwordHash: await passwordHash });
      const client = Object.assign(new Client(base), { id, email });
      await client.signIn(email);
      return client;
    },
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await signals.close();
      await studio.close();
    },
  };
}

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  readonly body: { type?: string; detail?: string } & Record<string, unknown>;
}

/** A browser as far as the server can tell: it keeps its cookie and says where it comes from. */
export class Client {
  cookie = '';
  constructor(
    private readonly base: string,
    private readonly headers: Record<string, string> = {},
  ) {}

  async ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const response = await this.fetch(method, path, body, headers);
    const text = await response.text();
    if (response.ok) checkAnswer(method, path, response, text);
    return { status: response.status, headers: response.headers, body: (text ? parsed(text) : {}) as Answer['body'] };
  }

  async fetch(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
    signal?: AbortSignal,
  ): Promise<Response> {
    const response = await fetch(this.base + path, {
      method,
      headers: {
        Origin: this.base,
        ...(this.cookie ? { Cookie: this.cookie } : {}),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...this.headers,
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
    const [cookie] = response.headers.getSetCookie();
    if (cookie) this.cookie = cookie.split(';')[0]!;
    return response;
  }

  signIn(email: string, password = PASSWORD): Promise<Answer> {
    return this.ask('POST', '/api/session', { email, password });
  }
}

/** Every answer that went well, in every test, is what the list of routes says, and nothing more. */
function checkAnswer(method: string, path: string, response: Response, text: string): void {
  if (!path.startsWith('/api/') || path.startsWith('/api/uploads')) return;
  const address = path.slice('/api'.length).split('?')[0]!;
  const route = Object.values<Route>(ROUTES).find(
    (one) => one.method === method.toLowerCase() && new RegExp(`^${one.path.replace(/:\w+/g, '[^/]+')}$`).test(address),
  );
  if (!route) throw new Error(`${method} ${path} is in no list of routes.`);
  if (response.status === 204) return same(text, '');
  same(response.status, route.status);
  const type = response.headers.get('content-type')?.split(';')[0];
  if (route.type !== null) return same(type, route.type);
  const body: unknown = JSON.parse(text);
  same(JSON.parse(JSON.stringify(route.answer.parse(body))), body);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return { text };
  }
}

/** A lesson of 60 s with two marked steps and its footage, shared once. */
export async function sharedLesson(
  studio: TestStudio,
  title = 'Tide',
): Promise<{ lessonId: string; mediaId: string; versionId: string; token: string }> {
  const [lessonId, mediaId] = [randomUUID(), randomUUID()];
  await studio.database.query(
    `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound, created_at)
     VALUES ($1, 'tide.mp4', 5, 60000, 960, 540, '{"numerator":25,"denominator":1}', true, now() - interval '5 hours')`,
    [mediaId],
  );
  await studio.database.query(
    `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'proxy.mp4', 1, $2, 3)`,
    [mediaId, `${mediaId}/proxy.mp4`],
  );
  for (const [key, text] of [
    [originalKey(mediaId), 'film!'],
    [`${mediaId}/proxy.mp4`, 'abc'],
  ] as const) {
    const path = join(studio.config.mediaFolder, key);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, text);
  }
  const doc = aTaughtLesson(lessonId, mediaId, title);
  await studio.database
    .getRepository(Lessons)
    .insert({ id: lessonId, revision: 1, doc: doc as never, updatedAt: new Date() });
  const { version, link } = (await shareLesson(studio.database, studio.store, lessonId))!;
  return { lessonId, mediaId, versionId: version.id, token: link.token };
}

function aTaughtLesson(id: string, mediaId: string, title: string): Lesson {
  const steps = [
    aStep('a', { move: aMove({ name: 'Slipway' }) }),
    aStep('b', { move: aMove({ id: 'n', name: 'Drizzle', region: 'forehead' }) }),
  ];
  const lesson = aFilmedLesson({ id, title, steps });
  return lessonSchema.parse({
    ...lesson,
    takes: lesson.takes.map((take) => ({ ...take, sources: [{ mediaId, role: 'picture', offsetMs: 0 }] })),
    segments: steps.map((step, i) => ({
      ...{ id: `s${i}`, takeId: 't', kind: 'reps', stepId: step.id, side: 'left', beatsMs: [] },
      ...{ startMs: 5000 + i * 25_000, endMs: 25_000 + i * 25_000 },
    })),
  });
}

let lastEvent = Date.now();
/** A `played` event with a new id. */
export function played(viewingId: string, fromMs: number, toMs: number): Record<string, unknown> {
  const time = (lastEvent += 1).toString(16).padStart(12, '0');
  const id = `${time.slice(0, 8)}-${time.slice(8)}-7${randomUUID().slice(15)}`;
  return { id, viewingId, kind: 'played', fromMs, toMs, wallMs: Date.now(), rate: 1 };
}
