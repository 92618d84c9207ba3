import { isQuiet } from '@humble-churn/core';
import { useEffect, useEffectEvent } from 'react';
import { useActiveBatches } from '../wire/batches';
import { useNowMs } from '../wire/clock';
import { takeNewVersion, useNewVersion } from '../wire/appVersion';
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
  const takeUnseen = useEffectEvent(() => {
    if (document.hidden && quiet) takeNewVersion();
  });
  useEffect(() => {
    document.addEventListener('visibilitychange', takeUnseen);
    return () => document.removeEventListener('visibilitychange', takeUnseen);
  }, []);
  if (!quiet) return null;
  return (
    <Notice
      kind="info"
      action={
        <Button label="Use it now" hint="Use the new version of the app now" onPress={takeNewVersion} />
      }
    >
      A new version of the app is ready. What you entered is kept.
    </Notice>
  );
}
