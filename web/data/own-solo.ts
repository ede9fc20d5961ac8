/** Where a device keeps an account's own programme for reading without a network: whoever signs out leaves nothing of it. */
export const ownSoloPlace = (accountId: string): string => `anchor.solo.own.${accountId}`;

export function forgetOwnSolo(accountId: string): void {
  try {
    localStorage.removeItem(ownSoloPlace(accountId));
  } catch {
    // A store that is shut holds nothing either.
  }
}
