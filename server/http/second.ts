/** A second factor by codes of time (RFC 6238, six digits, thirty seconds), and codes for when its device is lost. */
import { createHash, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import QRCode from 'qrcode';
import type { SecondBegun } from '../../api/accounts.js';
import type { Seal } from '../mail/seal.js';
import type { Accounts } from '../repositories/accounts.js';

const PERIOD = 30;
/** Steps before and after now whose codes are taken: a clock that is half a minute off. */
const AROUND = 1;
const BYTES = 20;
const LOST_CODES = 10;
/** Bytes of a code for a lost device: eighty bits, which nobody guesses by a limited number of tries. */
const LOST_BYTES = 10;
/** Wrong codes in a row that shut an account's second factor, and for how many minutes each further one does. */
export const WRONG_CODES = 3;
const SHUT_MINUTES = [5, 15, 60, 240, 720] as const;
/** Minutes for which so many wrong codes in a row shut it; 0: not yet. */
export const shutMinutes = (wrong: number): number =>
  wrong < WRONG_CODES ? 0 : SHUT_MINUTES[Math.min(wrong - WRONG_CODES, SHUT_MINUTES.length - 1)]!;

const codeOf = (secret: Secret, label: string, issuer: string): TOTP =>
  new TOTP({ secret, label, issuer, algorithm: 'SHA1', digits: 6, period: PERIOD });
/** As it is typed: without the spaces and lines that make it legible. */
const bare = (code: string): string => code.replace(/[\s-]/g, '').toUpperCase();
const hashOf = (code: string): string => createHash('sha256').update(bare(code)).digest('base64url');
const lostCode = (): string =>
  new Secret({ buffer: new Uint8Array(randomBytes(LOST_BYTES)).buffer }).base32.match(/.{4}/g)!.join('-');

export type Second = ReturnType<typeof secondIn>;

/** @param clock ISO instant now */
export function secondIn(accounts: Accounts, seal: Seal, clock: () => string) {
  const secretOf = async (id: string): Promise<Secret | null> => {
    const { sealed } = await accounts.second(id);
    const plain = sealed && seal.open(sealed, id);
    return plain && new Secret({ buffer: new Uint8Array(plain).buffer });
  };
  /** The step of time that a code is of; null for none near now. */
  async function stepOf(id: string, code: string): Promise<number | null> {
    const secret = await secretOf(id);
    if (!secret || !/^\d{6}$/.test(bare(code))) return null;
    const timestamp = Date.parse(clock());
    const delta = codeOf(secret, '', '').validate({ token: bare(code), timestamp, window: AROUND });
    return delta === null ? null : Math.floor(timestamp / 1000 / PERIOD) + delta;
  }
  return {
    /** A new secret, which is not in use yet. */
    async begin(account: { id: string; email: string }, hall: string): Promise<SecondBegun> {
      const secret = new Secret({ size: BYTES });
      await accounts.beginSecond(account.id, seal.seal(Buffer.from(secret.bytes), account.id));
      const address = codeOf(secret, account.email, hall || 'Upright Anchor').toString();
      return { secret: secret.base32, address, picture: await QRCode.toString(address, { type: 'svg', margin: 1 }) };
    },
    /** Takes what was begun into use. @returns codes for a lost device; null for a wrong code, or where nothing was begun */
    async keep(id: string, code: string): Promise<string[] | null> {
      const step = await stepOf(id, code);
      if (step === null) return null;
      const codes = Array.from({ length: LOST_CODES }, lostCode);
      await accounts.keepSecond(id, step, codes.map(hashOf));
      return codes;
    },
    /**
     * Whether a code lets in, which it does once. Wrong ones are counted by account, wherever they come from: from the third in a row on
     * each shuts codes of time out, for minutes and then for hours. A code for a lost device lets in meanwhile: nobody guesses one.
     * @returns `shut`: when codes of time are taken again; `told`: this wrong one shut it
     */
    async lets(id: string, code: string): Promise<{ in: boolean; shut: string | null; told: boolean }> {
      const now = clock();
      if (await accounts.useLostCode(id, hashOf(code))) {
        await accounts.rightCode(id);
        return { in: true, shut: null, told: false };
      }
      const shut = await accounts.secondShut(id, now);
      if (shut !== null) return { in: false, shut, told: false };
      const step = await stepOf(id, code);
      if (step !== null) {
        const fresh = await accounts.useStep(id, step);
        if (fresh) await accounts.rightCode(id);
        // A right one that was used already is no guess.
        return { in: fresh, shut: null, told: false };
      }
      const until = await accounts.wrongCode(id, (wrong) => {
        const minutes = shutMinutes(wrong);
        return minutes === 0 ? null : new Date(Date.parse(now) + 60_000 * minutes).toISOString();
      });
      return { in: false, shut: until, told: until !== null };
    },
  };
}
