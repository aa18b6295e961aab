import type { KeepAnswer, KeepRequest } from './keep-messages';

/**
 * Writes a recording into the browser's own storage as it comes in, each piece on the disk before the next one; what is
 * known of the recording is a file of lines beside it, of which a last broken one is not read.
 */
const handles = new Map<string, FileSystemSyncAccessHandle>();
const text = new TextEncoder();
/** One after another: a piece is whole before the next one begins. */
let work: Promise<void> = Promise.resolve();

addEventListener('message', ({ data: asked }: MessageEvent<KeepRequest>) => {
  work = work.then(() => answered(asked));
});

function tell(answer: KeepAnswer): void {
  postMessage(answer, { transfer: answer.kind === 'read' && answer.bytes ? [answer.bytes] : [] });
}

/** Read where it is written: a file that is being written to can be read nowhere else. */
async function bytesOf({ id, from, to }: Extract<KeepRequest, { kind: 'read' }>): Promise<ArrayBuffer> {
  const bytes = new Uint8Array(to - from);
  const read = (await handleOf(`${id}.media`)).read(bytes, { at: from });
  return bytes.buffer.slice(0, read);
}

async function answered(asked: KeepRequest): Promise<void> {
  if (asked.kind === 'read') return tell({ kind: 'read', bytes: await bytesOf(asked).catch(() => null) });
  try {
    if (asked.kind === 'close') {
      for (const handle of handles.values()) handle.close();
      handles.clear();
      return tell({ kind: 'closed' });
    }
    const [name, bytes] =
      asked.kind === 'piece'
        ? [`${asked.id}.media`, new Uint8Array(await asked.piece.arrayBuffer())]
        : [`${asked.id}.lines`, text.encode(`${JSON.stringify(asked.line)}\n`)];
    const handle = await handleOf(name);
    const end = handle.getSize();
    const written = handle.write(bytes, { at: end });
    if (written < bytes.length) {
      // Half a piece is none: what was whole before it stays.
      handle.truncate(end);
      throw new DOMException('full', 'QuotaExceededError');
    }
    handle.flush();
    if (asked.kind === 'piece') tell({ kind: 'kept', bytes: handle.getSize() });
  } catch (error) {
    tell({ kind: 'failed', full: error instanceof DOMException && error.name === 'QuotaExceededError' });
  }
}

async function handleOf(name: string): Promise<FileSystemSyncAccessHandle> {
  const open = handles.get(name);
  if (open) return open;
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle('recordings', { create: true });
  const file = await folder.getFileHandle(name, { create: true });
  const handle = await file.createSyncAccessHandle();
  handles.set(name, handle);
  return handle;
}
