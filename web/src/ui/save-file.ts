/** A title as a file name: letters, digits and hyphens. */
export const fileNameOf = (title: string): string =>
  title
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'score';

/** Hands a file to the browser. */
export function saveFile(content: string | Uint8Array<ArrayBuffer>, type: string, name: string): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
