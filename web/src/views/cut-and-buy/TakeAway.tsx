import { cutDxf, cutSvg, pieceDrawing, sheetDrawing } from '@overcoat/core/formats';
import type { Material } from '@overcoat/core/model';
import { type CutLayout, piecesOn } from '@overcoat/core/order/cutting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import type { HeldPiece } from '@overcoat/core/studies/cabin';
import { inUnits, printLength } from '@overcoat/core/units';
import { FileDown } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { download, downloadBlob } from '../../download.ts';
import { useHolding } from '../../hooks/useCutting.ts';
import type { Press } from '../../print/pdf.ts';
import { PAPERS, tilesFor } from '../../print/tiles.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { type CutGroupAnswer, itemsWord } from './groups.ts';
import { holdShort } from './holdWords.ts';

/** One print at a time: what it is being made of, and what went wrong. */
function usePress() {
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const print = async (name: string, make: (press: Press) => Promise<Blob>) => {
    setBusy(true);
    setFailed(null);
    try {
      const { pagePress } = await import('../../print/press.ts');
      downloadBlob(name, await make(await pagePress()));
    } catch (error) {
      setFailed(`That could not be printed: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      setBusy(false);
    }
  };
  return { busy, failed, print };
}

function Failed({ failed }: { failed: string | null }) {
  return failed ? (
    <p role="alert" className="text-signal">
      {failed}
    </p>
  ) : null;
}

/** A piece as a template at true size: tiled PDF, SVG or DXF. */
export function TemplateButtons({ piece }: { piece: CutPiece }) {
  const units = useUnits();
  const { library } = useLibrary();
  const [paperName, setPaper] = useState('A4');
  const { busy, failed, print } = usePress();
  const paper = PAPERS.find(p => p.name === paperName)!;
  const drawing = pieceDrawing(piece);
  const { pages } = tilesFor(drawing.width, drawing.height, paper);
  const note = [
    `${library.get(piece.material)?.name} ${printLength(piece.thickness, units)}, seen from inside: ${piece.above} above, ${piece.left} on the left.`,
    piece.allowance !== 0 &&
      `${printLength(Math.abs(piece.allowance), units)} ${piece.allowance < 0 ? 'under' : 'over'} size on every edge.`,
    piece.twin && (piece.handed ? `Flip it for ${piece.twin}.` : `It serves for ${piece.twin} too.`),
    ...piece.notes.map(n => inUnits(`${n[0]!.toUpperCase()}${n.slice(1)}.`, units)),
  ];
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-end gap-2">
        <Button
          look="strong"
          className="grow"
          disabled={busy}
          onClick={() =>
            void print(`${piece.id} template.pdf`, async press => {
              const { templatesPdf } = await import('../../print/templates.ts');
              const says = note.filter(n => typeof n === 'string' && n !== '').join(' ');
              return templatesPdf(press, [{ name: piece.id, note: says, drawing }], paper);
            })
          }
        >
          Template 1:1, {pages.length} {pages.length === 1 ? 'page' : 'pages'} of {paper.name}
        </Button>
        <Select label="Paper" hideLabel value={paperName} onChange={e => setPaper(e.target.value)}>
          {PAPERS.map(p => (
            <option key={p.name}>{p.name}</option>
          ))}
        </Select>
      </div>
      <div className="flex gap-2">
        <Button
          small
          className="grow"
          onClick={() => download(`${piece.id}.svg`, 'image/svg+xml', cutSvg(drawing, piece.id))}
        >
          <FileDown size={15} aria-hidden /> SVG
        </Button>
        <Button
          small
          className="grow"
          onClick={() => download(`${piece.id}.dxf`, 'application/dxf', cutDxf(drawing))}
        >
          <FileDown size={15} aria-hidden /> DXF
        </Button>
      </div>
      <Failed failed={failed} />
    </div>
  );
}

/** The group's sheets with their cuts as PDF, each as DXF or SVG, and a label a piece. */
export function SheetButtons({ group }: { group: CutGroupAnswer }): ReactNode {
  const units = useUnits();
  const { library } = useLibrary();
  const { name: van } = useOpenDesign();
  const variant = useVariant();
  const { busy, failed, print } = usePress();
  const { byPiece } = useHolding();
  const material = library.get(group.material);
  const layout = group.layout;
  if (!layout) return null;
  const named = `${material?.name} ${printLength(group.thickness, units)}`;
  const pieces = new Map(group.pieces.map(p => [p.id, p]));
  const sheets = sheetsCut({ group, van, variant, material, layout, named, pieces });
  const files = (kind: 'svg' | 'dxf') => {
    for (const s of sheets) {
      const drawing = sheetDrawing(s.placed, s.width, s.length);
      if (kind === 'svg') download(`${s.title}.svg`, 'image/svg+xml', cutSvg(drawing, s.title));
      else download(`${s.title}.dxf`, 'application/dxf', cutDxf(drawing));
    }
  };
  return (
    <div className="no-print mt-2 flex flex-wrap gap-1.5">
      <Button
        small
        disabled={busy}
        onClick={() =>
          void print(`${van} ${named} sheets.pdf`, async press => {
            const { sheetsPdf } = await import('../../print/sheets.ts');
            return sheetsPdf(press, sheets, PAPERS[0]!, m => printLength(m, units));
          })
        }
      >
        <FileDown size={15} aria-hidden /> Sheets with cuts, PDF
      </Button>
      <Button small onClick={() => files('dxf')}>
        <FileDown size={15} aria-hidden /> DXF
      </Button>
      <Button small onClick={() => files('svg')}>
        <FileDown size={15} aria-hidden /> SVG
      </Button>
      <LabelsButton van={van} busy={busy} print={print} byPiece={byPiece} named={named} sheets={sheets} />
      <Failed failed={failed} />
    </div>
  );
}

function LabelsButton({
  van,
  busy,
  print,
  byPiece,
  named,
  sheets,
}: {
  van: string;
  busy: boolean;
  print: (name: string, make: (press: Press) => Promise<Blob>) => Promise<void>;
  byPiece: Map<string, HeldPiece>;
  named: string;
  sheets: ReturnType<typeof sheetsCut>;
}) {
  return (
    <Button
      small
      disabled={busy}
      onClick={() =>
        void print(`${van} ${named} labels.pdf`, async press => {
          const { labelsPdf } = await import('../../print/sheets.ts');
          const labels = sheets.flatMap(s =>
            s.placed.map(({ piece: p }) => ({
              name: p.id,
              lines: [
                named,
                `${p.above} above, ${p.left} on the left, seen from inside`,
                p.bays.join(', '),
                ...(p.twin ? [p.handed ? `flip of ${p.twin}` : `same as ${p.twin}`] : []),
                ...[byPiece.get(p.id)].flatMap(h => (h ? [holdShort(h)] : [])),
              ],
            })),
          );
          return labelsPdf(press, labels);
        })
      }
    >
      <FileDown size={15} aria-hidden /> Labels
    </Button>
  );
}

function sheetsCut({
  group,
  van,
  variant,
  material,
  layout,
  named,
  pieces,
}: {
  group: CutGroupAnswer;
  van: string;
  variant: ReturnType<typeof useVariant>;
  material: Material | undefined;
  layout: CutLayout;
  named: string;
  pieces: Map<string, CutPiece>;
}) {
  const sheets = layout.nest.used.map(u => {
    const stock = group.problem.stock.find(s => s.id === u.stock)!;
    const roll = stock.length > 3 * stock.width;
    return {
      title: `${van} ${variant.name}: ${named}, ${itemsWord(material, 1)} ${u.index + 1}`,
      width: stock.width,
      // Of a roll, what is cut of it.
      length: roll ? Math.min(stock.length, u.reach + 0.1) : stock.length,
      placed: piecesOn(layout.nest, pieces, u.stock, u.index),
    };
  });
  return sheets;
}
