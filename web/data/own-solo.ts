/** Where a device keeps an account's own programme for reading without a network: whoever signs out leaves nothing of it. */
export const ownSoloPlace = (accountId: string): string => `anchor.solo.own.${accountId}`;

/** Where a device keeps how far the clock of a programme's day has run. */
export const soloClockPlace = (programme: string, day: string): string => `anchor.solo-clock.${programme}/${day}`;

/** Removes what a device keeps of a programme: the copy at its place, and its clocks. */
export function forgetSolo(place: string, programme: string | undefined): void {
  localStorage.removeItem(place);
  const clocks = programme === undefined ? [] : Object.keys(localStorage);
  for (const key of clocks.filter((k) => k.startsWith(soloClockPlace(programme!, '')))) localStorage.removeItem(key);
}

export function forgetOwnSolo(accountId: string): void {
  try {
    localStorage.removeItem(ownSoloPlace(accountId));
  } catch {
    // A store that is shut holds nothing either.
  }
}
