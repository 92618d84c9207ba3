import { useEffect, useEffectEvent, useRef, useState } from 'react';

const LOCK = 'humble-churn.bench';
/** A tab that is just being closed or loaded anew lets go within this time, ms. */
const WAIT_MS = 500;

/**
 * Whose the bench is: not known yet, this tab's, another's, or left by another that is closed now and had something
 * else on it than this tab.
 */
export type BenchOwner = 'asking' | 'mine' | 'elsewhere' | 'left';

/**
 * The bench belongs to one tab of the browser at a time; only that one writes to what all tabs share. `take` makes it
 * this one's. `agrees` tells, when nobody else has it, whether this tab may go on with it unasked; `wasElsewhere` when
 * another tab had it until then. Where the browser knows no locks each tab takes it for its own.
 */
export function useBenchOwner(agrees: (wasElsewhere: boolean) => boolean): {
  owner: BenchOwner;
  take: () => void;
} {
  const locks = typeof navigator === 'undefined' ? undefined : (navigator.locks as LockManager | undefined);
  const [owner, setOwner] = useState<BenchOwner>(locks ? 'asking' : 'mine');
  const take = useRef<() => void>(() => undefined);
  const settled = useEffectEvent((wasElsewhere: boolean) => setOwner(agrees(wasElsewhere) ? 'mine' : 'left'));
  useEffect(() => {
    if (!locks) return;
    let unmounted = false;
    let held = false;
    let known: 'not yet' | 'elsewhere' = 'not yet';
    let letGo = (): void => undefined;
    const open = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const lost = (): void => {
      held = false;
      known = 'elsewhere';
      if (!unmounted) setOwner('elsewhere');
    };
    const hold = (options: LockOptions, granted: () => void, refused: () => void): void => {
      locks
        .request(LOCK, options, (lock) => {
          if (lock === null) {
            refused();
            return undefined;
          }
          held = true;
          if (!unmounted) granted();
          return open;
        })
        .catch(lost);
    };
    const free = (): void => settled(known === 'elsewhere');
    // The cook is back at this tab: the other may have been closed meanwhile. A tab that is only loaded anew has the
    // bench again before anybody comes here.
    const onReturn = (): void => {
      if (held || known === 'not yet' || document.visibilityState === 'hidden') return;
      hold({ signal: AbortSignal.timeout(WAIT_MS) }, free, lost);
    };
    take.current = () => {
      if (held) setOwner('mine');
      else hold({ steal: true }, () => setOwner('mine'), lost);
    };
    // A tab that is just being closed or loaded anew still has it for a moment.
    hold({ ifAvailable: true }, free, () => hold({ signal: AbortSignal.timeout(WAIT_MS) }, free, lost));
    window.addEventListener('focus', onReturn);
    document.addEventListener('visibilitychange', onReturn);
    return () => {
      unmounted = true;
      letGo();
      window.removeEventListener('focus', onReturn);
      document.removeEventListener('visibilitychange', onReturn);
    };
  }, [locks]);
  return { owner, take: () => take.current() };
}
