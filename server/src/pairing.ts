import type { Pair, PairedDevice, PairingCode } from '@humble-churn/contract';
import { PAIRING_CODE_S } from '@humble-churn/contract';
import { eq } from 'drizzle-orm';
import type { ChangeScope, KitchenAccess } from './kitchenAccess';
import { addDevice } from './pairedDevices';
import { ProblemError } from './problemError';
import { pairing } from './tables';
import { hashOf, isSameHash, newDigits, newToken } from './tokens';

/** So many wrong codes may be typed before there is a wait. */
const FREE_TRIES = 5;
const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 3600;

/** How long no code is looked at after so many wrong ones in a row, s: it doubles from one to the next. */
export function waitAfterS(wrongTries: number): number {
  if (wrongTries < FREE_TRIES) return 0;
  return Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (wrongTries - FREE_TRIES));
}

/** Six digits are few: their hash is of this kitchen only. */
function hashOfDigits(kitchenId: string, digits: string): string {
  return hashOf(`${kitchenId} ${digits}`);
}

/** Opens a new way in, and ends the one before. The wrong tries stay counted. */
export async function makeCode(
  { db, kitchenId, now }: ChangeScope,
  addresses: readonly string[],
): Promise<PairingCode> {
  const code = newDigits();
  const secret = newToken();
  const open = {
    codeHash: hashOfDigits(kitchenId, code),
    secretHash: hashOf(secret),
    expiresAt: new Date(now.getTime() + PAIRING_CODE_S * 1000),
    usedAt: null,
  };
  await db
    .insert(pairing)
    .values({ kitchenId, ...open })
    .onConflictDoUpdate({ target: pairing.kitchenId, set: open });
  return { code, secret, expiresAt: open.expiresAt.toISOString(), addresses: [...addresses] };
}

type Tried =
  { device: PairedDevice; token: string } | { refused: 'wrong' | 'expired' | 'used' } | { waitS: number };

/** One try to come in. A wrong one is counted, so it may not be undone by throwing. */
async function tryToPair(scope: ChangeScope, { name, by }: Pair): Promise<Tried> {
  const { db, kitchenId, now } = scope;
  const here = eq(pairing.kitchenId, kitchenId);
  const [open] = await db.select().from(pairing).where(here);
  if (!open) return { refused: 'wrong' };
  const typed = 'code' in by;
  const waitMs = (open.waitsUntil?.getTime() ?? 0) - now.getTime();
  // A secret cannot be guessed, so whoever has one need not wait for somebody else's wrong digits.
  if (typed && waitMs > 0) return { waitS: Math.ceil(waitMs / 1000) };
  const right = typed
    ? isSameHash(open.codeHash, hashOfDigits(kitchenId, by.code))
    : isSameHash(open.secretHash, hashOf(by.secret));
  if (!right) {
    if (!typed) return { refused: 'wrong' };
    const wrongTries = open.wrongTries + 1;
    const waitS = waitAfterS(wrongTries);
    const waitsUntil = waitS > 0 ? new Date(now.getTime() + waitS * 1000) : null;
    await db.update(pairing).set({ wrongTries, waitsUntil }).where(here);
    return waitS > 0 ? { waitS } : { refused: 'wrong' };
  }
  if (open.usedAt) return { refused: 'used' };
  if (open.expiresAt <= now) return { refused: 'expired' };
  await db.update(pairing).set({ usedAt: now, wrongTries: 0, waitsUntil: null }).where(here);
  return addDevice(scope, { name, kind: 'app' });
}

const REFUSALS = {
  wrong: 'This is not the code that is shown now. Nothing is paired; look again, and type it anew.',
  expired: 'This code was good for five minutes. Have a new one shown, and type that.',
  used: 'A device was paired by this code already. Have a new one shown, and type that.',
} as const;

/** Lets a device in that has the code; throws with a sentence for one that has not. */
export async function pair(
  kitchen: KitchenAccess,
  asked: Pair,
): Promise<{ device: PairedDevice; token: string }> {
  const tried = await kitchen.change((scope) => tryToPair(scope, asked));
  if ('token' in tried) return tried;
  if ('refused' in tried) {
    throw new ProblemError('pairing-refused', REFUSALS[tried.refused], { reason: tried.refused });
  }
  throw new ProblemError(
    'too-many-tries',
    `Too many wrong codes. Try again in ${tried.waitS} s, or scan the QR code: that needs no wait.`,
    { retryAfterS: tried.waitS },
  );
}
