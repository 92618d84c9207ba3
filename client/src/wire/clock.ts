import { useEffect, useState } from 'react';

// Timers are instants on the server's clock; a phone that is a minute off must not be.
let aheadMs = 0;

/** Takes note of the server's clock as it stood in an answer just received. */
export function noteServerTime(instant: string): void {
  aheadMs = Date.parse(instant) - Date.now();
}

/** Now by the server's clock, ms since 1970. */
export function serverNowMs(): number {
  return Date.now() + aheadMs;
}

/** Now by the server's clock, kept fresh every `everyMs`. */
export function useNowMs(everyMs: number): number {
  const [nowMs, setNowMs] = useState(serverNowMs);
  useEffect(() => {
    const tick = (): void => setNowMs(serverNowMs());
    tick();
    const timer = setInterval(tick, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return nowMs;
}
