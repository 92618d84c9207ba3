import { useEffect, useState } from 'react';
import { z } from 'zod';
import { deviceStorage, keepOnDevice } from '../../wire/deviceStorage';

/** How the counter calls the cook; kept on this device, for it is about this device. */
const WaysSchema = z.object({
  chime: z.boolean().default(true),
  speech: z.boolean().default(false),
  notice: z.boolean().default(false),
  /** Takes a reading that has been steady for two seconds without a tap. */
  handsFree: z.boolean().default(true),
});
export type Ways = z.output<typeof WaysSchema>;

const KEY = 'humble-churn.attention';

/** The ways as they are set now. */
export function readWays(): Ways {
  try {
    return WaysSchema.parse(JSON.parse(deviceStorage()?.getItem(KEY) ?? '{}'));
  } catch {
    return WaysSchema.parse({});
  }
}

export function useWays(): [Ways, (change: Partial<Ways>) => void] {
  const [ways, setWays] = useState(readWays);
  return [
    ways,
    (change) => {
      const next = { ...ways, ...change };
      keepOnDevice(KEY, next);
      setWays(next);
    },
  ];
}

let audio: AudioContext | null = null;

/** Readies the sound: browsers let a page sound only after it was touched. */
export function readySound(): void {
  audio ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
  if (audio?.state === 'suspended') void audio.resume();
}

/** Three rising strikes on glass. */
export function chime(): void {
  readySound();
  if (!audio) return;
  const { currentTime, destination } = audio;
  for (const [i, hz] of [784, 988, 1319].entries()) {
    const at = currentTime + i * 0.22;
    for (const [partial, loud] of [
      [1, 0.35],
      [2.76, 0.12],
    ] as const) {
      const tone = audio.createOscillator();
      const level = audio.createGain();
      tone.frequency.value = hz * partial;
      level.gain.setValueAtTime(0, at);
      level.gain.linearRampToValueAtTime(loud, at + 0.01);
      level.gain.exponentialRampToValueAtTime(0.001, at + 1.2);
      tone.connect(level).connect(destination);
      tone.start(at);
      tone.stop(at + 1.3);
    }
  }
}

export function speak(words: string): void {
  if (!('speechSynthesis' in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

export function canNotify(): boolean {
  return 'Notification' in window && Notification.permission !== 'denied';
}

/** Asks for leave; answers whether it was given. */
export async function askToNotify(): Promise<boolean> {
  return 'Notification' in window && (await Notification.requestPermission()) === 'granted';
}

/** Calls the cook by the ways that are chosen. A notification only when the page is not in sight. */
export function callTheCook(words: string, ways: Ways): void {
  if (ways.chime) chime();
  if (ways.speech) speak(words);
  if (ways.notice && document.hidden && 'Notification' in window && Notification.permission === 'granted') {
    void notify(words);
  }
}

/** Through the kept app where there is one: a phone's browser lets no page notify by itself. */
async function notify(words: string): Promise<void> {
  const how = { body: words, tag: 'humble-churn-step', icon: '/icons/icon-192.png' };
  const kept = 'serviceWorker' in navigator ? await navigator.serviceWorker.getRegistration() : undefined;
  if (kept) await kept.showNotification('Humble Churn', how);
  else new Notification('Humble Churn', how);
}

/** Keeps the screen awake while `on`, where the browser can. */
export function useWakeLock(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const take = (): void => {
      if (document.hidden) return;
      navigator.wakeLock.request('screen').then(
        (taken) => {
          if (over) void taken.release();
          else lock = taken;
        },
        // Low battery, or not allowed: the clock goes on all the same.
        () => undefined,
      );
    };
    take();
    // The lock falls when the page is hidden.
    document.addEventListener('visibilitychange', take);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [on]);
}
