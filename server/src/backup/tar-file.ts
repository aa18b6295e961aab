import { once } from 'node:events';
import { open, type FileHandle } from 'node:fs/promises';
import { crc32 } from 'node:zlib';
import tar from 'tar-stream';

/**
 * Tar files (POSIX.1-2001) of plain entries with short names. Headers are written and read by tar-stream; bodies are
 * copied here, from one file to another, which through streams took three times as long.
 */

/** They are made of blocks of so many bytes; two empty ones end them. */
const BLOCK = 512;
/** Bodies are copied in chunks of so many bytes. */
const CHUNK = 1 << 20;

/** Length and check sum (CRC-32, eight hexadecimal digits) of a body. */
export interface Seen {
  readonly bytes: number;
  readonly crc32: string;
}

/** Something in the file that is no entry, or an end that comes too soon. */
export class TarError extends Error {
  override readonly name = 'TarError';
}

export class TarWriter {
  private at = 0;

  private constructor(private readonly out: FileHandle) {}

  /** A new file, for its owner alone. */
  static async create(path: string): Promise<TarWriter> {
    return new TarWriter(await open(path, 'wx', 0o600));
  }

  async text(name: string, text: string): Promise<Seen> {
    const body = Buffer.from(text, 'utf8');
    await this.write(await headerOf(name, body.length));
    await this.write(body);
    await this.pad(body.length);
    return seen(body.length, crc32(body));
  }

  async file(name: string, path: string): Promise<Seen> {
    const file = await open(path);
    try {
      const { size } = await file.stat();
      await this.write(await headerOf(name, size));
      const body = await copy(file, 0, size, (chunk) => this.write(chunk));
      await this.pad(size);
      return body;
    } finally {
      await file.close();
    }
  }

  /** Ends the file; it is on the disk when this returns. @returns its length, bytes */
  async end(): Promise<number> {
    await this.write(Buffer.alloc(2 * BLOCK));
    await this.out.sync();
    await this.out.close();
    return this.at;
  }

  /** Lets go of the file as it is. */
  async abandon(): Promise<void> {
    // What brought it here is told by the caller; the file is thrown away.
    await this.out.close().catch(() => undefined);
  }

  private async pad(size: number): Promise<void> {
    if (size % BLOCK > 0) await this.write(Buffer.alloc(BLOCK - (size % BLOCK)));
  }

  private async write(chunk: Buffer): Promise<void> {
    const at = this.at;
    this.at += chunk.length;
    await writeAll(this.out, chunk, at);
  }
}

/** An entry of a tar file; its body is read when it is asked for. */
export interface TarEntry {
  readonly name: string;
  readonly size: number;
  text(): Promise<{ text: string; seen: Seen }>;
  /** Copies the body into a new file, for its owner alone. */
  toFile(path: string): Promise<Seen>;
}

/** The entries of a tar file in order. @throws TarError */
export async function* readTar(file: FileHandle): AsyncIterable<TarEntry> {
  const { size: length } = await file.stat();
  for (let at = 0; ;) {
    const block = Buffer.alloc(BLOCK);
    const { bytesRead } = await file.read(block, 0, BLOCK, at);
    if (bytesRead < BLOCK) throw new TarError('The end is missing.');
    if (block.every((byte) => byte === 0)) {
      if (at + 2 * BLOCK !== length) throw new TarError('The end is not at the end.');
      return;
    }
    const { name, size } = await readHeader(block);
    const body = at + BLOCK;
    if (body + size > length) throw new TarError('The end is missing.');
    yield {
      name,
      size,
      text: async () => {
        const bytes = Buffer.alloc(size);
        await copy(file, body, size, async (chunk, from) => void chunk.copy(bytes, from));
        return { text: bytes.toString('utf8'), seen: seen(size, crc32(bytes)) };
      },
      toFile: async (path) => {
        const out = await open(path, 'wx', 0o600);
        try {
          return await copy(file, body, size, (chunk, from) => writeAll(out, chunk, from));
        } finally {
          await out.close();
        }
      },
    };
    at = body + Math.ceil(size / BLOCK) * BLOCK;
  }
}

/**
 * Hands on a stretch of a file chunk by chunk: the next is read while this one is summed and the last one written.
 *
 * @param write takes a chunk and where it lies in the stretch; the chunk is its own until it has returned.
 */
async function copy(
  file: FileHandle,
  from: number,
  size: number,
  write: (chunk: Buffer, at: number) => Promise<void>,
): Promise<Seen> {
  const buffers = [0, 1, 2].map(() => Buffer.allocUnsafe(Math.min(CHUNK, size)));
  let sum = 0;
  let writing: Promise<void> = Promise.resolve();
  try {
    for (let at = 0, which = 0, reading = read(0); at < size;) {
      const chunk = await reading;
      const next = at + chunk.length;
      which = (which + 1) % buffers.length;
      if (next < size) reading = read(next, which);
      sum = crc32(chunk, sum);
      await writing;
      writing = write(chunk, at);
      // What goes wrong is heard of at the next turn.
      writing.catch(() => undefined);
      at = next;
    }
  } finally {
    await writing;
  }
  return seen(size, sum);

  function read(at: number, which = 0): Promise<Buffer> {
    const buffer = buffers[which]!;
    const reading = file.read(buffer, 0, Math.min(buffer.length, size - at), from + at).then(({ bytesRead }) => {
      if (bytesRead === 0) throw new TarError('The end is missing.');
      return buffer.subarray(0, bytesRead);
    });
    // Heard of when the chunk is waited for.
    reading.catch(() => undefined);
    return reading;
  }
}

async function writeAll(out: FileHandle, chunk: Buffer, at: number): Promise<void> {
  for (let done = 0; done < chunk.length;)
    done += (await out.write(chunk, done, chunk.length - done, at + done)).bytesWritten;
}

function seen(bytes: number, sum: number): Seen {
  return { bytes, crc32: sum.toString(16).padStart(8, '0') };
}

async function headerOf(name: string, size: number): Promise<Buffer> {
  const pack = tar.pack();
  pack.on('error', () => undefined);
  // The body is written by us: only what stands before it is taken.
  pack.entry({ name, size, mode: 0o600 }).on('error', () => undefined);
  await once(pack, 'readable');
  const chunks: Buffer[] = [];
  const next = (): Uint8Array | null => pack.read() as Uint8Array | null;
  for (let chunk = next(); chunk; chunk = next()) chunks.push(Buffer.from(chunk));
  pack.destroy();
  return Buffer.concat(chunks);
}

/** Reads one block as the header of a plain file; it carries a check sum of its own. @throws TarError */
async function readHeader(block: Buffer): Promise<{ name: string; size: number }> {
  const plain = block[156] === 0x30 || block[156] === 0;
  if (!plain) throw new TarError('This is no plain file.');
  return new Promise((resolve, reject) => {
    const extract = tar.extract();
    extract.on('error', () => reject(new TarError('This is no header.')));
    extract.on('entry', ({ name, size }) => {
      resolve({ name, size: size ?? 0 });
      extract.destroy();
    });
    extract.write(block);
  });
}
