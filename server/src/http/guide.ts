import { Router } from 'express';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { marked } from 'marked';
import { notFound } from './problem';

/** The guide as pages: the Markdown files of docs/guide, as they are. They carry nothing of anybody. */
export function guideRoutes(folder: string, webFolder: string): Router {
  const router = Router();
  // The studio's own type and tones, when its pages are built.
  const built = join(webFolder, 'studio/browser');
  const sheet = existsSync(built) ? readdirSync(built).find((name) => /^styles-\w+\.css$/.test(name)) : undefined;

  for (const path of ['/', '/:page'])
    router.get(path, (request, response) => {
      const name = String(request.params['page'] ?? 'README').replace(/\.md$/, '');
      const file = join(folder, `${name}.md`);
      if (!/^[\w-]+$/.test(name) || !existsSync(file)) throw notFound('This page of the guide');
      // What lies beside the guide is for those who have the program's folder: here its words stay, without the link.
      const text = readFileSync(file, 'utf8').replace(/\[([^\]]+)\]\(\.\.\/[^)]+\)/g, '$1');
      const title = /^# (.+)$/m.exec(text)?.[1] ?? 'Guide';
      const body = marked.parse(text, { async: false });
      response
        .set('Cache-Control', 'no-cache')
        .type('html')
        .send(page(title, body, sheet, String(response.locals['nonce'])));
    });

  return router;
}

function page(title: string, body: string, sheet: string | undefined, nonce: string): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${title} · Limber Cheek</title>
<meta name="viewport" content="width=device-width, initial-scale=1"><link rel="icon" href="/icon.svg">
<base href="/guide/">${sheet ? `<link rel="stylesheet" href="/${sheet}">` : ''}<style nonce="${nonce}">${STYLE}</style></head>
<body><nav><a href="/desk">To the desk</a><a href="/guide/README.md">All pages of the guide</a></nav><main>${body}</main></body></html>`;
}

const STYLE = `
body{margin:0;background:#FBF7F2;color:#2B2330;font:17px/1.6 "Atkinson Hyperlegible Next Variable",system-ui,sans-serif}
nav{display:flex;gap:20px;padding:18px 28px}
main{max-width:44rem;margin:0 auto;padding:8px 28px 80px}
h1,h2,h3{font-family:"Bricolage Grotesque Variable",system-ui,sans-serif;line-height:1.2}
h1{font-size:34px;margin:.4em 0 .6em}h2{font-size:24px;margin:1.6em 0 .5em}p,ul,ol,pre,table{margin:0 0 1em}
a{color:#6B2D5C}
pre{padding:16px 18px;overflow-x:auto;background:#2B2330;color:#F3EAE2;border-radius:12px;font-size:14.5px;line-height:1.5}
code{font-size:.92em}p code,li code,td code{padding:1px 5px;background:#F4ECE3;border-radius:5px}
table{border-collapse:collapse}td,th{padding:6px 14px 6px 0;text-align:left;border-bottom:1px solid #e4d8cc}
img{max-width:100%}`;
