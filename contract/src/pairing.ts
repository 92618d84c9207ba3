import { z } from 'zod';
import { InstantSchema } from './instant';

/** A code is good for this long, s. */
export const PAIRING_CODE_S = 300;

/** What is typed on a phone to pair it. */
export const PairingDigitsSchema = z
  .string()
  .transform((typed) => typed.replace(/\s/g, ''))
  .pipe(z.string().regex(/^\d{6}$/, 'is six digits'));

/** What a QR code says in place of the digits: 256 random bits in base64url. */
const PairingSecretSchema = z.string().regex(/^[\w-]{43}$/);

/** What a paired phone is called in the list of them. */
export const PairedNameSchema = z.string().trim().min(1).max(60);

/** A new way in: good once. */
export const PairingCodeSchema = z
  .object({
    code: z.string().regex(/^\d{6}$/),
    secret: PairingSecretSchema,
    expiresAt: InstantSchema,
    /** Where a phone opens the app to use it, the best one first; empty while no phone can reach this server. */
    addresses: z.array(z.url()),
  })
  .meta({ id: 'PairingCode' });

export type PairingCode = z.infer<typeof PairingCodeSchema>;

export const PairSchema = z
  .object({
    name: PairedNameSchema,
    by: z.union([z.object({ code: PairingDigitsSchema }), z.object({ secret: PairingSecretSchema })]),
  })
  .meta({ id: 'Pair' });

export type Pair = z.infer<typeof PairSchema>;

export const PairedDeviceSchema = z
  .object({
    id: z.uuid(),
    name: z.string(),
    /** A browser with the app, or a calendar that reads the plans by its own address. */
    kind: z.enum(['app', 'calendar']),
    pairedAt: InstantSchema,
    /** To within five minutes; null until it was. */
    lastUsedAt: InstantSchema.nullable(),
    /** Whether it is the one that asks. */
    isThis: z.boolean(),
  })
  .meta({ id: 'PairedDevice' });

export type PairedDevice = z.infer<typeof PairedDeviceSchema>;

export const PairedDeviceListSchema = z
  .object({ devices: z.array(PairedDeviceSchema) })
  .meta({ id: 'PairedDeviceList' });

/** A calendar's own address, told once. */
export const CalendarLinkSchema = z
  .object({ device: PairedDeviceSchema, path: z.string() })
  .meta({ id: 'CalendarLink' });

/** Plans as a calendar that a program reads again and again; `:token` is its only key. */
export const CALENDAR_LINK_PATH = '/calendar/:token.ics';

/** Where a phone finds the certificate of the kitchen's own authority. */
export const AUTHORITY_PATH = '/kitchen-authority.crt';

/** The app on the home network, as the server has it. */
export const HomeNetworkSchema = z
  .object({
    /** `elsewhere`: the server is reached by an address that somebody else looks after. */
    state: z.enum(['off', 'on', 'elsewhere']),
    /** Whether whoever asks may switch it: only at the machine itself. */
    canSwitch: z.boolean(),
    /** By name and by number, the best one first. */
    addresses: z.array(z.url()),
    /** SHA-256 of the authority's certificate in pairs of hexadecimal digits; null until there is one. */
    fingerprint: z.string().nullable(),
    /** Why it could not be switched on; null where it is as it should be. */
    trouble: z.string().nullable(),
  })
  .meta({ id: 'HomeNetwork' });

export type HomeNetwork = z.infer<typeof HomeNetworkSchema>;
