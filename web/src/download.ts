/** Hands a text to the person as a file. */
export const download = (name: string, type: string, text: string): void =>
  downloadBlob(name, new Blob([text], { type }));

/** Hands anything to the person as a file. */
export function downloadBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
