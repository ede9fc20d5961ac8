import { createHash } from 'node:crypto';

/** What a record says, apart from the order of its fields and the spaces between them. */
function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, v]) => [key, canonical(v)]),
  );
}

/**
 * A fingerprint of an observation, by which a file that was taken before is known again.
 * @param record the observation, as a value or as stored JSON
 * @returns 64 hexadecimal digits
 */
export const recordHash = (record: object | string): string =>
  createHash('sha256')
    .update(JSON.stringify(canonical(typeof record === 'string' ? JSON.parse(record) : record)))
    .digest('hex');
