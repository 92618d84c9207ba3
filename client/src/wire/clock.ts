import { useEffect, useState } from 'react';

/** Two clocks of the device at one moment: the one on its wall, and one that only ever runs on. */
export interface Mark {
  wallMs: number;
  steadyMs: number;
}

export function markNow(): Mark {
  return { wallMs: Date.now(), steadyMs: performance.now() };
}

/** The moment so much before a mark. */
export function markBefore({ wallMs, steadyMs }: Mark, ms: number): Mark {
  return { wallMs: wallMs - ms, steadyMs: steadyMs - ms };
}

/** A wall clock that lost this much on the steady one was set back. */
const SET_BACK_MS = 250;
/** One that gained this much was set forward, or the device slept. */
const JUMPED_MS = 3000;

/**
 * Time since a mark, ms. A wall clock that was set back is not believed. One that gained is: a device that slept is
 * far commoner than one whose clock was moved, and the server is asked at once either way.
 */
export function sinceMs(mark: Mark): number {
  const byWall = Date.now() - mark.wallMs;
  const bySteady = performance.now() - mark.steadyMs;
  return byWall < bySteady - SET_BACK_MS ? bySteady : byWall;
}

function jumped(mark: Mark): boolean {
  return Math.abs(Date.now() - mark.wallMs - (performance.now() - mark.steadyMs)) > JUMPED_MS;
}

// Timers are instants on the server's clock; a phone that is a minute off must not be.
let serverMs = Date.now();
let heard = markNow();
let askAgain: (() => void) | null = null;
let asked = false;

/** Takes note of the server's clock as it stood in an answer just received. */
export function noteServerTime(instant: string): void {
  serverMs = Date.parse(instant);
  heard = markNow();
  asked = false;
}

/** What to do when the device's clock jumped: ask the server what time it is. */
export function whenClockJumps(ask: () => void): () => void {
  askAgain = ask;
  return () => {
    askAgain = null;
  };
}

/** Now by the server's clock, ms since 1970. */
export function serverNowMs(): number {
  if (!asked && jumped(heard)) {
    asked = true;
    askAgain?.();
  }
  return serverMs + sinceMs(heard);
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
