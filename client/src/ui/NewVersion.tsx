import { isQuiet } from '@humble-churn/core';
import { useEffect, useEffectEvent, useSyncExternalStore } from 'react';
import { useActiveBatches } from '../wire/batches';
import { useNowMs } from '../wire/clock';
import { takeNewVersion, useNewVersion } from '../wire/appVersion';
import { onUnkept, unkeptCount } from '../wire/outbox';
import { Button } from './Button';
import { Notice } from './Notice';

const LOOKED_EVERY_MS = 30_000;

/** A newer app: offered at a quiet moment, taken by itself when nobody looks, and not spoken of while hands are busy. */
export function NewVersion() {
  const isThere = useNewVersion();
  return isThere ? <Offer /> : null;
}

function Offer() {
  const nowMs = useNowMs(LOOKED_EVERY_MS);
  const { data } = useActiveBatches();
  const quiet =
    data !== undefined &&
    isQuiet(
      data.map(({ id, state }) => ({ batchId: id, state })),
      nowMs,
    );
  // An entry without room on the device would go with the page.
  const unkept = useSyncExternalStore(onUnkept, unkeptCount, () => 0);
  const takeUnseen = useEffectEvent(() => {
    // What stands half typed in a field would be lost: such a page is opened anew only when it is asked for.
    const hasFields = document.querySelector('input, textarea') !== null;
    if (document.hidden && quiet && unkept === 0 && !hasFields) takeNewVersion();
  });
  useEffect(() => {
    document.addEventListener('visibilitychange', takeUnseen);
    return () => document.removeEventListener('visibilitychange', takeUnseen);
  }, []);
  if (!quiet || unkept > 0) return null;
  return (
    <Notice
      kind="info"
      action={
        <Button label="Use it now" hint="Use the new version of the app now" onPress={takeNewVersion} />
      }
    >
      A new version of the app is ready. What you saved is kept; what is half typed on this page is not.
    </Notice>
  );
}
