/** Hands a text to the person as a file. */
export const download = (name: string, type: string, text: string): void =>
  downloadBlob(name, new Blob([text], { type }));

/** Heard where something leaves as a file: who shows whether it is the latest asks anew. */
export const HANDED_OUT = 'handed-out';

/** Hands anything to the person as a file. */
export function downloadBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, '-');
  link.click();
  dispatchEvent(new Event(HANDED_OUT));
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
