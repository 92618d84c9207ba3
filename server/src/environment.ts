import { z } from 'zod';
import { LOG_LEVELS } from './log';
import { isLoopbackName } from './serverNames';

const PortSchema = z.coerce.number().int().min(0).max(65535);

const AddressSchema = z.union([z.ipv4(), z.ipv6()]);

/** Whom in front of this server to believe: nobody, a number of programs, or their addresses. */
const TrustProxySchema = z
  .string()
  .default('')
  .transform((text): boolean | number | string => {
    if (text === '' || text === 'off') return false;
    return /^\d+$/.test(text) ? Number(text) : text;
  });

const EnvironmentSchema = z
  .object({
    PORT: PortSchema.default(8787),
    /** The address to listen at in place of this machine's own; then nobody comes in without pairing. */
    LISTEN: AddressSchema.optional(),
    DATA_DIR: z.string().min(1).default('./data'),
    SITE_DIR: z.string().min(1).optional(),
    DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/ }).optional(),
    BACKUP_DIR: z.string().min(1).optional(),
    BACKUPS_KEPT: z.coerce.number().int().min(1).max(1000).default(14),
    HOME_PORT: PortSchema.default(8788),
    /** Whether this machine's name is announced on the home network. */
    ANNOUNCE: z.enum(['on', 'off']).default('on'),
    ALLOWED_HOSTS: z
      .string()
      .default('')
      .transform((text) => text.split(/[\s,]+/).filter((name) => name !== '')),
    TRUST_PROXY: TrustProxySchema,
    /** Where programs that look after the server ask; nowhere where it is left out. */
    OPS_PORT: PortSchema.optional(),
    OPS_LISTEN: AddressSchema.default('127.0.0.1'),
    LOG_LEVEL: z.enum(LOG_LEVELS).default('warn'),
    PUBLIC_URL: z
      .url({ protocol: /^https?$/, normalize: true })
      // Browsers keep much of what the app needs from pages that come without TLS from anywhere but their own machine.
      .refine((url) => !url.startsWith('http:') || !URL.canParse(url) || isLoopbackName(new URL(url).host))
      .transform((url) => url.replace(/\/+$/, ''))
      .optional(),
  })
  .refine(
    ({ PUBLIC_URL, TRUST_PROXY }) => PUBLIC_URL?.startsWith('https:') !== true || TRUST_PROXY !== false,
    // Without its word the server would take every line for one without TLS, and its cookies would go without it, too.
    { path: ['TRUST_PROXY'] },
  );

export type Environment = z.output<typeof EnvironmentSchema>;

const WHAT_IS_TAKEN: Readonly<Record<keyof Environment, string>> = {
  PORT: 'a number up to 65535',
  LISTEN: 'an address such as 0.0.0.0',
  DATA_DIR: 'a folder',
  SITE_DIR: 'a folder',
  DATABASE_URL: 'an address such as postgres://user@host:5432/name',
  BACKUP_DIR: 'a folder',
  BACKUPS_KEPT: 'a number of files, 1 to 1000',
  HOME_PORT: 'a number up to 65535',
  ANNOUNCE: '“on” or “off”',
  ALLOWED_HOSTS: 'names with commas between',
  TRUST_PROXY:
    'the number of programs in front of this one, or their addresses; an https PUBLIC_URL needs it',
  OPS_PORT: 'a number up to 65535',
  OPS_LISTEN: 'an address such as 127.0.0.1',
  LOG_LEVEL: `one of ${LOG_LEVELS.join(', ')}`,
  PUBLIC_URL: 'an address such as https://kitchen.example; with http: only one of this machine itself',
};

/** What this server is told by its surroundings; throws with a sentence where that cannot be. */
export function readEnvironment(given: unknown): Environment {
  const read = EnvironmentSchema.safeParse(given);
  if (read.success) return read.data;
  const wrong = new Set(read.error.issues.map(({ path }) => path[0] as keyof Environment));
  throw new Error([...wrong].map((name) => `${name} must be ${WHAT_IS_TAKEN[name]}.`).join(' '));
}
