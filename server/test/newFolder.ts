import { mkdtempSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Memory that is used like a disk, where there is such a thing. */
const IN_MEMORY = '/dev/shm';
/** So much has to be free there, bytes: a kitchen takes 50 MB, and several stand beside each other. */
const ROOM = 4 * 2 ** 30;

function hasRoom(): boolean {
  try {
    const { bavail, bsize } = statfsSync(IN_MEMORY);
    return bavail * bsize > ROOM;
  } catch {
    return false;
  }
}

/**
 * A new folder for data that no test keeps: in memory where there is room. What a killed process had written is there
 * all the same; only a machine that loses its power would lose it, and no test does that. What is measured is measured
 * on the disk.
 */
export function newFolder(prefix: string, { onDisk = false } = {}): string {
  return mkdtempSync(join(!onDisk && hasRoom() ? IN_MEMORY : tmpdir(), prefix));
}
