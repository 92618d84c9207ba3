/** The device's storage; null where the browser refuses it, as with cookies blocked. */
export function deviceStorage(): Storage | null {
  try {
    return globalThis.localStorage;
  } catch {
    return null;
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
