import type { Replan } from '@humble-churn/core';
import type { KnownBatch, useRecord } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import type { Ways } from './attention';

/** What each part of the guide is given. */
export interface GuideProps {
  batch: KnownBatch;
  kitchen: KnownKitchen;
  /** The batch as it is expected now, from what is known. */
  plan: Replan;
  record: ReturnType<typeof useRecord>;
  ways: Ways;
}
