import type { JarState, Keeping } from '@humble-churn/core';
import type { KnownBatch, useRecord } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';

/** A jar that is looked at, and how it keeps. */
export interface JarProps {
  batch: KnownBatch;
  jar: JarState;
  kitchen: KnownKitchen;
  kept: Keeping;
  nowMs: number;
  /** Records what was done with it, and says so. */
  did: (event: Parameters<ReturnType<typeof useRecord>['add']>[0][number], words: string) => void;
}
