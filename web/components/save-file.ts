/** Offers a text as a file to the one who asked for it. */
export function saveFile(name: string, text: string, type = 'application/json'): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  // The browser has taken the address up by the next turn.
  setTimeout(() => URL.revokeObjectURL(address), 0);
}
