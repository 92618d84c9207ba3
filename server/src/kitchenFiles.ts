import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ImportLine } from '@humble-churn/contract/kitchenFile';
import { EXPORT_TYPE, ImportLineSchema } from '@humble-churn/contract/kitchenFile';
import type { Request, Response } from 'express';
import type { KitchenAccess } from './kitchenAccess';
import { writeExport } from './kitchenExport';
import { importKitchen } from './kitchenImport';
import { kitchenSettings } from './kitchens';
import { asProblem } from './problemAnswer';
import { ProblemError } from './problemError';
import { fault, log } from './log';

/** Sends the whole kitchen as a file. */
export async function sendExport(kitchen: KitchenAccess, response: Response): Promise<void> {
  const { name } = await kitchen.read(kitchenSettings);
  const day = kitchen.now.toISOString().slice(0, 10);
  response.attachment(`${name} ${day}.zip`).type(EXPORT_TYPE);
  try {
    await writeExport(kitchen, response);
  } catch (error) {
    // Where some of it is on its way already, the browser is to see that the rest is missing.
    if (!response.headersSent) throw error;
    const gone = response.destroyed;
    response.destroy();
    if (!gone) log.error(fault(error), 'An export was broken off');
  }
}

/** The largest file that is taken in, bytes: twenty years of a batch a day are a tenth of it. */
const MOST_BYTES = 1_000_000_000;

/** Lets so many bytes through. */
function atMost(bytes: number): Transform {
  let left = bytes;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      left -= chunk.length;
      if (left >= 0) done(null, chunk);
      else done(new ProblemError('too-large', 'The file is larger than 1 GB. Nothing was changed.'));
    },
  });
}

/**
 * Takes a kitchen in from a file, and answers in lines of JSON: how far it is, and at last what came of it. The file is
 * kept for as long as it is read.
 */
export async function takeImport(
  kitchen: KitchenAccess,
  request: Request,
  response: Response,
): Promise<void> {
  if (request.is(EXPORT_TYPE) !== EXPORT_TYPE) {
    throw new ProblemError(
      'unsupported-media',
      'Send the file that “Export everything” wrote. Nothing was changed.',
    );
  }
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-import-'));
  const path = join(folder, 'kitchen.zip');
  try {
    await pipeline(request, atMost(MOST_BYTES), createWriteStream(path, { mode: 0o600 }));
    const say = (line: ImportLine): void => {
      response.write(`${JSON.stringify(ImportLineSchema.parse(line))}\n`);
    };
    response.status(200).type('application/x-ndjson');
    try {
      say({ imported: await importKitchen(kitchen, path, (batches, of) => say({ batches, of })) });
    } catch (error) {
      say({ problem: asProblem(error).problem });
    }
    response.end();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
