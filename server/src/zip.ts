import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import type { Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { Unzip, UnzipInflate, Zip, ZipDeflate } from 'fflate';

/** One file of a zip, written in pieces; `end` says that there are no more. */
export interface ZipEntry {
  write: (text: string) => Promise<void>;
  end: () => void;
}

/** Waits until more can be written, or nobody takes it any more. */
async function drained(out: Writable): Promise<void> {
  const over = new AbortController();
  const { signal } = over;
  try {
    await Promise.race([once(out, 'drain', { signal }), once(out, 'close', { signal })]);
  } finally {
    over.abort();
  }
}

/** Writes a zip, one entry after the other; waits where whoever takes it is slower than whoever writes. */
export class ZipWriter {
  private readonly zip: Zip;
  private failed: Error | null = null;

  constructor(private readonly out: Writable) {
    out.on('error', (error) => (this.failed = error));
    this.zip = new Zip((error, data, final) => {
      if (error) this.failed = error;
      else this.out.write(data);
      if (final) this.out.end();
    });
  }

  entry(name: string): ZipEntry {
    const entry = new ZipDeflate(name, { level: 6 });
    const encoder = new TextEncoder();
    this.zip.add(entry);
    return {
      write: async (text) => {
        if (this.out.destroyed) throw this.failed ?? new Error('Nobody takes the zip any more.');
        entry.push(encoder.encode(text));
        if (this.failed) throw this.failed;
        // Rejects where the disk is full or whoever takes it is gone.
        if (this.out.writableNeedDrain) await drained(this.out);
      },
      end: () => entry.push(new Uint8Array(), true),
    };
  }

  /** Writes an entry that is at hand as a whole. */
  async file(name: string, text: string): Promise<void> {
    const { write, end } = this.entry(name);
    await write(text);
    end();
  }

  async close(): Promise<void> {
    this.zip.end();
    await finished(this.out);
    if (this.failed) throw this.failed;
  }
}

/** Reads one entry of a zip, in pieces; nothing where the zip has no such entry. */
async function readPieces(
  path: string,
  entry: string,
  onPiece: (piece: Uint8Array, final: boolean) => Promise<void>,
): Promise<void> {
  let work: Promise<void> = Promise.resolve();
  const unzip = new Unzip((file) => {
    if (file.name !== entry) return;
    file.ondata = (error, piece, final) => {
      if (error) throw error;
      work = work.then(() => onPiece(piece, final));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  for await (const chunk of createReadStream(path)) {
    unzip.push(chunk as Uint8Array);
    await work;
  }
  unzip.push(new Uint8Array(), true);
  await work;
}

/** An entry of a zip, or a line of one, is longer than it may be. */
export class EntryTooLong extends Error {}

/** Reads one entry of a zip as text; empty where there is none. */
export async function readZipText(path: string, entry: string, mostLetters: number): Promise<string> {
  let text = '';
  const decoder = new TextDecoder();
  await readPieces(path, entry, (piece, final) => {
    text += decoder.decode(piece, { stream: !final });
    if (text.length > mostLetters) throw new EntryTooLong(entry);
    return Promise.resolve();
  });
  return text;
}

/** Reads the lines of one entry of a zip. Answers what stands behind the last end of a line: nothing, in a whole file. */
export async function readZipLines(
  path: string,
  entry: string,
  mostLetters: number,
  onLine: (line: string) => Promise<void>,
): Promise<string> {
  let rest = '';
  const decoder = new TextDecoder();
  await readPieces(path, entry, async (piece, final) => {
    const parts = (rest + decoder.decode(piece, { stream: !final })).split('\n');
    rest = parts.pop() ?? '';
    if (rest.length > mostLetters) throw new EntryTooLong(entry);
    for (const line of parts) await onLine(line);
  });
  return rest;
}
