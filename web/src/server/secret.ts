import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';

/** The secret of the installation, which signs session cookies and seals passwords of other services: made at the first start, kept beside the media and readable by the owner only. */
export function installationSecret(): string {
  const path = process.env.STRIDE_SECRET_FILE;
  if (!path) throw new Error('STRIDE_SECRET_FILE is not set: start the product with ./start');
  try {
    writeFileSync(path, randomBytes(32).toString('base64url'), { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
  return readFileSync(path, 'utf8');
}

/** AES-256-GCM under a key of the installation: a copy of the database alone opens nothing. */
const key = (): Buffer => createHash('sha256').update(`seal ${installationSecret()}`).digest();
const NONCE = 12;
const TAG = 16;

export function seal(text: string): string {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv('aes-256-gcm', key(), nonce);
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64');
}

/** @throws Error when it was sealed by another installation, or changed */
export function unseal(sealed: string): string {
  const bytes = Buffer.from(sealed, 'base64');
  const decipher = createDecipheriv('aes-256-gcm', key(), bytes.subarray(0, NONCE));
  decipher.setAuthTag(bytes.subarray(NONCE, NONCE + TAG));
  return Buffer.concat([decipher.update(bytes.subarray(NONCE + TAG)), decipher.final()]).toString('utf8');
}
