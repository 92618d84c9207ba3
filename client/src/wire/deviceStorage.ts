/** The device's storage; null where the browser refuses it, as with cookies blocked. */
export function deviceStorage(): Storage | null {
  try {
    return globalThis.localStorage;
  } catch {
    return null;
  }
}

/** Where what was last fetched lies. */
export const FETCHED = 'humble-churn.kept';

/** Every name of ours begins so. */
const OURS = 'humble-churn.';

/** Removes all that this app has kept on the device, but for these. */
export function clearDevice(...kept: string[]): void {
  for (const storage of [deviceStorage(), globalThis.sessionStorage]) {
    for (const name of Object.keys(storage ?? {})) {
      if (name.startsWith(OURS) && !kept.includes(name)) storage?.removeItem(name);
    }
  }
}

/** Writes to the device; answers whether it was kept. A full or refused storage keeps nothing. */
export function keepOnDevice(name: string, value: unknown): boolean {
  try {
    const storage = deviceStorage();
    storage?.setItem(name, JSON.stringify(value));
    return storage !== null;
  } catch {
    return false;
  }
}
