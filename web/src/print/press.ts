import plain from '@fontsource/barlow/files/barlow-latin-400-normal.woff?url';
import bold from '@fontsource/barlow/files/barlow-latin-600-normal.woff?url';
import type { Press } from './pdf.ts';

/** The press of the page: fetched when something is first printed. */
export async function pagePress(): Promise<Press> {
  const bytes = async (url: string) => (await fetch(url)).arrayBuffer();
  const [{ default: Document }, plainBytes, boldBytes] = await Promise.all([
    import('pdfkit'),
    bytes(plain),
    bytes(bold),
  ]);
  return { Document, fonts: { plain: plainBytes, bold: boldBytes } };
}
