import type PDFDocument from 'pdfkit';

export type Doc = InstanceType<typeof PDFDocument>;

/** What makes a document, and the fonts it writes in: in the page they are fetched, in a test read. */
export interface Press {
  Document: typeof PDFDocument;
  fonts: { plain: ArrayBuffer; bold: ArrayBuffer };
}

/** Points a millimetre. */
const POINTS = 72 / 25.4;

/** A document whose pages are drawn in millimetres; resolves with its bytes. */
export function printed(press: Press, title: string, draw: (doc: Doc) => void): Promise<Blob> {
  return new Promise((resolve, reject) => {
    const doc = new press.Document({
      autoFirstPage: false,
      info: { Title: title },
      font: press.fonts.plain as unknown as string,
    });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(Uint8Array.from(chunk)));
    doc.on('end', () => resolve(new Blob(chunks as BlobPart[], { type: 'application/pdf' })));
    doc.on('error', reject);
    doc.registerFont('plain', press.fonts.plain);
    doc.registerFont('bold', press.fonts.bold);
    draw(doc);
    doc.end();
  });
}

/** A new page of a size in mm, on which one unit is a millimetre. */
export function page(doc: Doc, width: number, height: number): void {
  doc.addPage({ size: [width * POINTS, height * POINTS], margin: 0 });
  doc.scale(POINTS);
}

/** How high words stand that are broken at a width, mm. */
export const heightOf = (doc: Doc, says: string, size: number, width: number): number =>
  doc.font('plain').fontSize(size).heightOfString(says, { width });

/**
 * Words at a place, mm: on one line, or broken at a width where they begin at its left. The document never turns the page by itself:
 * what stands outside is nobody's.
 */
export function write(
  doc: Doc,
  says: string,
  x: number,
  y: number,
  size: number,
  {
    font = 'plain',
    width,
    align = 'left',
  }: { font?: string; width?: number; align?: 'left' | 'center' } = {},
): void {
  doc.font(font).fontSize(size).fillColor('#1f2b38');
  if (width !== undefined && align === 'left') {
    doc.text(says, x, y, { width, height: 1e6 });
    return;
  }
  const from = width === undefined ? x : x + (width - doc.widthOfString(says)) / 2;
  doc.text(says, from, y, { lineBreak: false });
}
