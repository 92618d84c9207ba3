/** A null character, or half of a pair: JSON can carry both and the database can keep neither. */
function isStorable(text: string): boolean {
  return !text.includes('\u0000') && !/\p{Surrogate}/u.test(text);
}

/** Where in a value there is text that cannot be kept; null where there is none. */
export function unstorableAt(value: unknown, path: readonly string[] = []): readonly string[] | null {
  if (typeof value === 'string') return isStorable(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [name, one] of Object.entries(value)) {
    const found = isStorable(name) ? unstorableAt(one, [...path, name]) : path;
    if (found) return found;
  }
  return null;
}
