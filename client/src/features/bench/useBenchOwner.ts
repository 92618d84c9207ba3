import { useEffect, useRef, useState } from 'react';
import { OWN_COPY } from './benchStore';

const LOCK = 'humble-churn.bench';
/** A tab that is just being closed or loaded anew lets go within this time, ms. */
const WAIT_MS = 500;

/** Whose the bench is: not known yet, this tab's, or another's. */
export type BenchOwner = 'asking' | 'mine' | 'elsewhere';

/**
 * The bench belongs to one tab of the browser at a time; only that one writes to what all tabs share. `take` makes it
 * this one's. Where the browser knows no locks each tab takes it for its own.
 */
export function useBenchOwner(): { owner: BenchOwner; take: () => void } {
  const locks = typeof navigator === 'undefined' ? undefined : (navigator.locks as LockManager | undefined);
  // What this tab worked on while another had the bench is not laid over it unasked.
  const [first] = useState<BenchOwner>(() => (!locks ? 'mine' : OWN_COPY.read() ? 'elsewhere' : 'asking'));
  const [owner, setOwner] = useState(first);
  const take = useRef<() => void>(() => undefined);
  useEffect(() => {
    if (!locks) return;
    let left = false;
    let letGo = (): void => undefined;
    const open = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const hold = (options: LockOptions): void => {
      const lost = (): void => {
        if (!left) setOwner('elsewhere');
      };
      locks
        .request(LOCK, options, (lock) => {
          if (lock === null) {
            // A tab that is just being closed or loaded anew still has it for a moment.
            hold({ signal: AbortSignal.timeout(WAIT_MS) });
            return undefined;
          }
          if (!left) setOwner('mine');
          return open;
        })
        .catch(lost);
    };
    take.current = () => hold({ steal: true });
    if (first === 'asking') hold({ ifAvailable: true });
    return () => {
      left = true;
      letGo();
    };
  }, [locks, first]);
  return { owner, take: () => take.current() };
}
