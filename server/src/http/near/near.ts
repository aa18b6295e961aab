import '@limber/core/words/localize';
import express, { type Express, type RequestHandler, type Router } from 'express';
import type { Server } from 'node:http';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import type { Context } from '../context';
import { limited, sender } from '../limit';
import { files, heads, page } from '../pages';
import { Problem, problemHandler } from '../problem';

/** So often it is looked whether anybody is still expected, ms. */
const SWEEP_MS = 10_000;

/** What telephones may reach by a code: a page, and what it asks for, at the same place of both. */
export interface Reached {
  readonly name: 'second-screen' | 'from-phone';
  readonly api: Router;
  /** Lets go of whom nobody expects any more. @returns whether somebody still is. */
  readonly expected: () => boolean;
}

/**
 * A listener of its own that telephones in the same network reach, open only as long as one is expected. It knows no
 * accounts and no cookies, and nothing of the studio but what it is given here.
 */
export class Near {
  private readonly all: Reached[] = [];
  private uploads: RequestHandler = (_request, _response, next) => next();
  private listener: Server | null = null;

  constructor(private readonly context: Context) {
    setInterval(() => this.shut(), SWEEP_MS).unref();
  }

  /** @param uploads what takes the films that telephones send. */
  reaches(one: Reached, uploads?: RequestHandler): void {
    this.all.push(one);
    if (uploads) this.uploads = uploads;
  }

  /** @returns where a page is found by telephones, from now on */
  async open(name: Reached['name']): Promise<string[]> {
    const { port } = (await this.listening()).address() as { port: number };
    return ownAddresses().map((address) => `http://${address}:${port}/${name}`);
  }

  /** Unless somebody is still expected. */
  shut(): void {
    // Each is asked: asking lets go of those who are gone.
    if (this.all.map((one) => one.expected()).includes(true)) return;
    this.listener?.close();
    this.listener?.closeAllConnections();
    this.listener = null;
  }

  private async listening(): Promise<Server> {
    const { config, log } = this.context;
    if (this.listener) return this.listener;
    const listener = await new Promise<Server>((listens, fails) => {
      const at = { port: config.nearPort, host: '0.0.0.0', exclusive: true };
      const opened = this.app().listen(at, (error?: Error) => (error ? fails(error) : listens(opened)));
    }).catch((error: unknown) => {
      log.warn(error, 'near');
      throw new Problem(
        'port-taken',
        $localize`Port ${config.nearPort} of this machine is taken by another program. Set LIMBER_NEAR_PORT to another one, then start the studio again.`,
      );
    });
    // A film takes as long as it takes.
    listener.requestTimeout = 0;
    listener.unref();
    return (this.listener = listener);
  }

  private app(): Express {
    const { config, log } = this.context;
    const folder = join(config.webFolder, 'follow/browser');
    const app = express();
    app.disable('x-powered-by');
    app.use((request, _response, next) => {
      request.log = log;
      next();
    });
    app.use(heads({ secure: false }));
    app.use('/follow', files(folder));
    app.use('/api', noStore);
    for (const one of this.all) {
      app.get(`/${one.name}`, page(folder));
      app.use(`/api/${one.name}`, one.api);
    }
    app.use('/api/uploads', this.uploads);
    app.use('/api', () => {
      throw new Problem('not-found', $localize`There is nothing at this address.`);
    });
    app.use((_request, response) => void response.status(404).end());
    app.use(problemHandler);
    return app;
  }
}

/** Other pages can neither read answers nor send what is JSON. */
const noStore: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

/** Codes that are guessed are few: ten wrong ones a minute for each sender. */
export const fewWrong = (): RequestHandler =>
  limited({
    minutes: 1,
    most: 10,
    failures: true,
    by: (request) => [sender(request)],
    words: $localize`That was a lot at once. Wait a minute, then try again.`,
  });

/** Where other machines in the network reach this one (IPv4); itself alone, where it is in none. */
function ownAddresses(): string[] {
  const all = Object.values(networkInterfaces()).flatMap((one) => one ?? []);
  const others = all.filter((one) => one.family === 'IPv4' && !one.internal).map((one) => one.address);
  return others.length > 0 ? others : ['127.0.0.1'];
}
