import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { report } from './compare';
import { lessonOf } from './long-lesson';
import type { Studio } from './studio';

const PIECE = 8 * 1024 ** 2;
const SMALL = 10 * PIECE;
const LARGE = 1024 * PIECE;

/**
 * What the largest film costs the server's memory while it arrives: the most that it holds during 8 GiB against the most
 * during 80 MiB, and a piece of the one against a piece of the other. Bytes are sent as a page sends them, 8 MiB at a time.
 */
export async function uploading(studio: Studio): Promise<void> {
  const server = serverOf(studio.url);
  const small = await sent(studio, server, SMALL);
  const large = await sent(studio, server, LARGE);
  report('upload', 'memory while 8 GiB arrive', large.mostMb, '80 MiB', small.mostMb, 'MB');
  report('upload', 'a piece of 8 MiB, of 8 GiB', large.pieceMs, 'of 80 MiB', small.pieceMs);
}

/** The process of the studio at an address. */
function serverOf(url: string): string {
  const port = `LIMBER_PORT=${new URL(url).port}`;
  const found = readdirSync('/proc').find((pid) => {
    try {
      const [program] = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0').slice(-2);
      return program?.endsWith('/serve.mjs') && readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(port);
    } catch {
      return false;
    }
  });
  if (!found) throw new Error(`No server of this machine listens at ${url}.`);
  return found;
}

async function sent(studio: Studio, server: string, bytes: number): Promise<{ mostMb: number; pieceMs: number }> {
  const lessonId = await studio.bringIn(lessonOf(1));
  const headers = { Origin: studio.url, Cookie: studio.cookie, 'Tus-Resumable': '1.0.0' };
  const metadata = `lessonId ${Buffer.from(lessonId).toString('base64')},filename ${Buffer.from('long.mp4').toString('base64')}`;
  const begun = await fetch(`${studio.url}/api/uploads`, {
    method: 'POST',
    headers: { ...headers, 'Upload-Length': String(bytes), 'Upload-Metadata': metadata },
  });
  if (!begun.ok) throw new Error(await begun.text());
  const at = new URL(begun.headers.get('Location')!, `${studio.url}/api/uploads`);
  const piece = Buffer.alloc(PIECE, 'no film at all ');
  // The most so far counts from now on (Linux, proc(5)).
  writeFileSync(`/proc/${server}/clear_refs`, '5');
  const times: number[] = [];
  for (let offset = 0; offset < bytes; offset += PIECE) {
    const from = performance.now();
    const answer = await fetch(at, {
      method: 'PATCH',
      headers: { ...headers, 'Content-Type': 'application/offset+octet-stream', 'Upload-Offset': String(offset) },
      body: piece,
    });
    if (!answer.ok) throw new Error(await answer.text());
    times.push(performance.now() - from);
  }
  const most = Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server}/status`, 'utf8'))![1]);
  return { mostMb: most / 1000, pieceMs: times.sort((a, b) => a - b)[Math.floor(times.length / 2)]! };
}
