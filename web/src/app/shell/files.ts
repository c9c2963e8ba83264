/** Hands a file over to be kept. */
export function saveFile(name: string, file: Blob): void {
  const url = URL.createObjectURL(file);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  // some browsers begin to read only after this turn
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** What a file says as JSON; one sentence where it is none. */
export async function jsonIn(file: File): Promise<{ readonly json: unknown } | { readonly problem: string }> {
  try {
    return { json: JSON.parse(await file.text()) as unknown };
  } catch {
    return { problem: `${file.name} is not JSON. Nothing was changed.` };
  }
}

/** A file name's part made of words: "Step off the ferry" is "step-off-the-ferry". */
export const fileWords = (name: string): string => name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
