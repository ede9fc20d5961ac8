/** Backups and receipts, in words. */

/** Bytes as people read them. @example sizeText(3_400_000) // => '3.2 MB' */
export function sizeText(bytes: number): string {
  if (bytes < 1024 ** 2) return `${Math.max(1, Math.round(bytes / 1024))} kB`;
  return bytes < 1024 ** 3 ? `${(bytes / 1024 ** 2).toFixed(1)} MB` : `${(bytes / 1024 ** 3).toFixed(1)} GB`;
}
export const BACKUP_KIND = { scheduled: 'by itself', made: 'by hand', taken: 'from a file' } as const;

export interface ReceiptToTell {
  number: string;
  at: string;
  by: string;
  counts: Readonly<Record<string, number>>;
  overwritten: boolean;
  copies: readonly string[];
}
/**
 * A receipt as lines to be read and kept; nothing in it says of whom.
 * @param dayText a day in the hall's words
 */
export function receiptLines(hall: string, r: ReceiptToTell, dayText: (iso: string) => string): string[] {
  const counts = Object.entries(r.counts).map(([what, n]) => `${n} ${what}`);
  return [
    `Receipt ${r.number}`,
    `${hall || 'This studio'} let everything of one person go on ${dayText(r.at)}, by the hand of ${r.by}.`,
    `Gone: ${counts.length > 0 ? counts.join(', ') : 'a name, and nothing beside'}.`,
    r.overwritten
      ? 'What was freed in the database file is overwritten.'
      : 'The disk had no room to overwrite what was freed in the database file. It is done as soon as there is room.',
    r.copies.length === 0
      ? 'There is no backup that holds a copy.'
      : `Copies are still in what was saved before: ${r.copies.join(', ')}. They go when these go.`,
    'Devices that kept a copy for reading without a network let it go within seven days.',
    'That it was done stands in the trail, without a name.',
  ];
}
