/** Offers a file to the one who asked for it. */
export function saveBlob(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  // The browser has taken the address up by the next turn.
  setTimeout(() => URL.revokeObjectURL(address), 0);
}
export const saveFile = (name: string, text: string, type = 'application/json'): void =>
  saveBlob(name, new Blob([text], { type }));
