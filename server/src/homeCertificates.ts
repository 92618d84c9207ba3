// What the library below takes for granted.
import 'reflect-metadata';
import { X509Certificate, createPrivateKey, randomBytes, webcrypto } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  NameConstraints,
  id_ce_nameConstraints,
} from '@peculiar/asn1-x509';
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509CertificateGenerator,
} from '@peculiar/x509';

const DAY_MS = 86_400_000;
/** The authority lasts this long: every phone has to be told of the next one. */
const AUTHORITY_DAYS = 3650;
/** No browser takes a server's certificate that is good for longer than 398 days. */
const SERVER_DAYS = 397;
/** A new one is made this long before the end. */
const RENEWED_BEFORE_MS = 30 * DAY_MS;
/** A phone's clock may be behind by so much. */
const BEGUN_BEFORE_MS = DAY_MS;
const KEY_KIND = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const OWNER_ONLY = 0o600;

/** Names the authority may vouch for, whoever gets hold of its key: those of a home, and no site elsewhere. */
const PERMITTED: readonly ({ dNSName: string } | { iPAddress: string })[] = [
  { dNSName: 'local' },
  { iPAddress: '10.0.0.0/8' },
  { iPAddress: '172.16.0.0/12' },
  { iPAddress: '192.168.0.0/16' },
  { iPAddress: '169.254.0.0/16' },
  { iPAddress: 'fc00::/7' },
  { iPAddress: 'fe80::/10' },
];

/** A certificate with its key, both as PEM. */
export interface KeyAndCertificate {
  key: string;
  cert: string;
}

function onlyHomeNames(): Extension {
  const permittedSubtrees = new GeneralSubtrees(
    PERMITTED.map((name) => new GeneralSubtree({ base: new GeneralName(name) })),
  );
  return new Extension(
    id_ce_nameConstraints,
    true,
    AsnConvert.serialize(new NameConstraints({ permittedSubtrees })),
  );
}

function newKeys(): Promise<webcrypto.CryptoKeyPair> {
  return webcrypto.subtle.generateKey(KEY_KIND, true, ['sign', 'verify']);
}

async function pemOf(key: webcrypto.CryptoKey): Promise<string> {
  return PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}

/** Positive, and never the same twice. */
function newSerial(): string {
  return `01${randomBytes(15).toString('hex')}`;
}

function goodFor(days: number, now: Date): { notBefore: Date; notAfter: Date } {
  const beginsMs = now.getTime() - BEGUN_BEFORE_MS;
  return { notBefore: new Date(beginsMs), notAfter: new Date(beginsMs + days * DAY_MS) };
}

/** A new certificate authority that can vouch for names and addresses of a home only. */
export async function makeAuthority(now: Date): Promise<KeyAndCertificate> {
  const keys = await newKeys();
  const certificate = await X509CertificateGenerator.createSelfSigned(
    {
      serialNumber: newSerial(),
      name: `CN=Humble Churn kitchen ${randomBytes(3).toString('hex')}`,
      ...goodFor(AUTHORITY_DAYS, now),
      signingAlgorithm: KEY_KIND,
      keys,
      extensions: [
        new BasicConstraintsExtension(true, 0, true),
        new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
        await SubjectKeyIdentifierExtension.create(keys.publicKey, false, webcrypto),
        onlyHomeNames(),
      ],
    },
    webcrypto,
  );
  return { key: await pemOf(keys.privateKey), cert: certificate.toString('pem') };
}

/** A certificate for this server, under these names and addresses, with a key of its own. */
export async function makeServerCertificate(
  authority: KeyAndCertificate,
  names: readonly string[],
  now: Date,
): Promise<KeyAndCertificate> {
  const keys = await newKeys();
  const issuer = new X509Certificate(authority.cert);
  const pkcs8 = createPrivateKey(authority.key).export({ type: 'pkcs8', format: 'der' });
  const signingKey = await webcrypto.subtle.importKey('pkcs8', pkcs8, KEY_KIND, false, ['sign']);
  const issuerKey = issuer.publicKey.export({ type: 'spki', format: 'der' });
  const certificate = await X509CertificateGenerator.create(
    {
      serialNumber: newSerial(),
      subject: 'CN=Humble Churn at home',
      issuer: issuer.subject,
      ...goodFor(SERVER_DAYS, now),
      signingAlgorithm: KEY_KIND,
      publicKey: keys.publicKey,
      signingKey,
      extensions: [
        new BasicConstraintsExtension(false, undefined, true),
        new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
        new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
        new SubjectAlternativeNameExtension(
          names.map((value) => ({ type: isIP(value) === 0 ? 'dns' : 'ip', value })),
        ),
        await SubjectKeyIdentifierExtension.create(keys.publicKey, false, webcrypto),
        await AuthorityKeyIdentifierExtension.create(
          await webcrypto.subtle.importKey('spki', issuerKey, KEY_KIND, true, ['verify']),
          false,
          webcrypto,
        ),
      ],
    },
    webcrypto,
  );
  return { key: await pemOf(keys.privateKey), cert: certificate.toString('pem') };
}

/** Whether a certificate still serves: under all these names, for a while yet, and by this authority. */
export function stillServes(
  { cert }: KeyAndCertificate,
  authority: KeyAndCertificate,
  names: readonly string[],
  now: Date,
): boolean {
  const certificate = new X509Certificate(cert);
  const untilMs = Date.parse(certificate.validTo) - RENEWED_BEFORE_MS;
  return (
    now.getTime() < untilMs &&
    certificate.verify(new X509Certificate(authority.cert).publicKey) &&
    names.every((name) =>
      isIP(name) === 0 ? certificate.checkHost(name) !== undefined : certificate.checkIP(name) !== undefined,
    )
  );
}

/** Two files of a folder: read, or made where one of them is missing or cannot be read. */
async function keptOr(
  folder: string,
  name: string,
  good: (kept: KeyAndCertificate) => boolean,
  make: () => Promise<KeyAndCertificate>,
): Promise<KeyAndCertificate> {
  const [keyFile, certFile] = [join(folder, `${name}.key`), join(folder, `${name}.pem`)];
  try {
    const kept = { key: await readFile(keyFile, 'utf8'), cert: await readFile(certFile, 'utf8') };
    createPrivateKey(kept.key);
    if (good(kept)) return kept;
  } catch {
    // Not there yet, or cut short.
  }
  const made = await make();
  await mkdir(folder, { recursive: true, mode: 0o700 });
  // Its key first: a certificate without one would not be found whole.
  for (const [file, text] of [
    [keyFile, made.key],
    [certFile, made.cert],
  ] as const) {
    await writeFile(`${file}.new`, text, { mode: OWNER_ONLY });
    await rename(`${file}.new`, file);
  }
  return made;
}

/** The kitchen's authority, and a certificate by it under these names: as they are kept in a folder, or new ones. */
export async function homeCertificates(
  folder: string,
  names: readonly string[],
  now: Date,
): Promise<{ authority: KeyAndCertificate; server: KeyAndCertificate }> {
  const authority = await keptOr(
    folder,
    'authority',
    ({ cert }) =>
      new X509Certificate(cert).ca && now.getTime() < Date.parse(new X509Certificate(cert).validTo),
    () => makeAuthority(now),
  );
  const server = await keptOr(
    folder,
    'server',
    (kept) => stillServes(kept, authority, names, now),
    () => makeServerCertificate(authority, names, now),
  );
  return { authority, server };
}
