import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';

/** 256 random bits as 43 letters, digits, - and _: what lets somebody in. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** Six random digits. */
export function newDigits(): string {
  return String(randomInt(1_000_000)).padStart(6, '0');
}

/** All that is kept of what lets somebody in. With 256 random bits in it nothing slower is needed. */
export function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** Whether two hashes are the same; how long it takes says nothing of them. */
export function isSameHash(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
}
