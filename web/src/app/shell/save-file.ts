/** Hands a file over to be kept. */
export function saveFile(name: string, file: Blob): void {
  const url = URL.createObjectURL(file);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  // some browsers begin to read only after this turn
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** A file name's part made of words: "Step off the ferry" is "step-off-the-ferry". */
export const fileWords = (name: string): string => name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
