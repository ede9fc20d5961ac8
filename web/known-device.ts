/** Whether somebody was signed in on this device, asked before anything else is there. */

/** Where the device keeps who was signed in last. */
export const ACCOUNT_KEY = 'anchor.account';

/** A device that knows somebody, or opens an address behind the door, needs more than the door. */
export function opensMoreThanTheDoor(): boolean {
  try {
    return localStorage.getItem(ACCOUNT_KEY) !== null || !['/', '/sign-in'].includes(location.pathname);
  } catch {
    // A device whose store is shut knows nobody.
    return location.pathname !== '/';
  }
}

/** Asks for the scripts that the page names for it, so that they come with the first ones. */
export function askForWhatIsBehind(): void {
  const named = document.querySelector<HTMLMetaElement>('meta[name="behind-the-door"]')?.content ?? '';
  for (const href of named.split(' ').filter(Boolean)) {
    const link = document.createElement('link');
    Object.assign(link, { rel: 'modulepreload', crossOrigin: '', href });
    document.head.append(link);
  }
}
