/** What is kept and read again, but by nobody who has the database alone (AES-256-GCM, NIST SP 800-38D). */
import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

const IV = 12;
const TAG = 16;

export interface Seal {
  /** @param of what it is of, so that one cannot stand for another */
  seal: (content: Buffer, of: string) => Buffer;
  /** Null where the secret is another one, or the content was changed. */
  open: (sealed: Buffer, of: string) => Buffer | null;
}

/** @param secret the studio's own, which lies beside its database @param purpose another purpose is another key */
export function sealWith(secret: string, purpose: string): Seal {
  const key = Buffer.from(hkdfSync('sha256', secret, '', purpose, 32));
  return {
    seal(content, of) {
      const iv = randomBytes(IV);
      const cipher = createCipheriv('aes-256-gcm', key, iv).setAAD(Buffer.from(of));
      const body = Buffer.concat([cipher.update(content), cipher.final()]);
      return Buffer.concat([iv, cipher.getAuthTag(), body]);
    },
    open(sealed, of) {
      try {
        const decipher = createDecipheriv('aes-256-gcm', key, sealed.subarray(0, IV))
          .setAAD(Buffer.from(of))
          .setAuthTag(sealed.subarray(IV, IV + TAG));
        return Buffer.concat([decipher.update(sealed.subarray(IV + TAG)), decipher.final()]);
      } catch {
        return null;
      }
    },
  };
}
