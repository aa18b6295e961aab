import '@limber/core/words/localize';
import type { Request, Response } from 'express';
import { htmlText } from '@limber/core/format/html-text';
import { clock } from '@limber/core/time/clock';
import type { Context } from './context';
import { linkedVersion, tokenOf } from './link';
import { Problem } from './problem';

interface Told {
  readonly title: string;
  readonly promise: string;
  readonly steps: number;
  readonly durationMs: number;
  /** The medium with its first picture; null where there is none. */
  readonly first: string | null;
  readonly embeds: boolean;
}

/**
 * What a page that shows a link tells of it: title, length, promise and first picture (Open Graph). Of one that is
 * closed, or asks for a pass phrase, it tells nothing. It also lets the page stand in another one, where its owner
 * wants that.
 */
export function unfurled(context: Context): (request: Request, response: Response) => Promise<string | null> {
  return async (request, response) => {
    const versionId = await linkedVersion(context, request, 'opened').catch((error: unknown) => {
      if (error instanceof Problem) return null;
      throw error;
    });
    if (versionId === null) return null;
    const [told] = await context.database.query<Told[]>(
      `SELECT v.published->>'title' AS title, v.published->>'promise' AS promise,
         jsonb_array_length(v.published->'steps') AS steps, (v.published->'cuts'->0->>'durationMs')::int AS "durationMs", l.embeds,
         (SELECT media_id FROM version_media m JOIN artefacts a ON a.owner_id = m.media_id AND a.name = 'poster.jpg'
          WHERE m.version_id = v.id
          ORDER BY v.published #>> '{takes,0,sources}' LIKE '%' || m.media_id::text || '%' DESC, m.media_id LIMIT 1) AS first
       FROM versions v JOIN links l ON l.token = $2 WHERE v.id = $1`,
      [versionId, tokenOf(request)],
    );
    if (!told) return null;
    if (told.embeds) mayStandElsewhere(response);
    return heading(told, context.config.publicUrl, tokenOf(request));
  };
}

function mayStandElsewhere(response: Response): void {
  const policy = String(response.getHeader('Content-Security-Policy') ?? '');
  response.set('Content-Security-Policy', policy.replace("frame-ancestors 'none'", 'frame-ancestors *'));
  response.removeHeader('X-Frame-Options');
}

function heading({ title, promise, steps, durationMs, first }: Told, site: string, token: string): string {
  const moves = steps === 1 ? $localize`1 move` : $localize`${steps} moves`;
  const about = [`${moves} · ${clock(durationMs)}`, promise].filter((words) => words !== '').join(' · ');
  const properties: [string, string][] = [
    ['og:type', 'video.other'],
    ['og:title', title],
    ['og:description', about],
    ['og:url', `${site}/v/${token}`],
    ...(first === null
      ? []
      : [['og:image', `${site}/api/follow/${token}/media/${first}/poster.jpg`] satisfies [string, string]]),
  ];
  return [
    `<title>${htmlText(title)}</title>`,
    `<meta name="description" content="${htmlText(about)}" />`,
    // Whoever has the link may see it; a search is nobody who has it.
    '<meta name="robots" content="noindex" />',
    ...properties.map(([name, content]) => `<meta property="${name}" content="${htmlText(content)}" />`),
  ].join('\n    ');
}
