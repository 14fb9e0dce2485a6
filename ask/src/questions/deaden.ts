import { evaluate } from '@overcoat/core/evaluate';
import { stockFor } from '@overcoat/core/materials';
import { deadening, instructions, sheetPlan, withSheets } from '@overcoat/core/studies/deaden';
import { AskMistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { readDesign } from '../readDesign.ts';

/** The plan of damping sheets for so many kilograms, or as quiet as a level at least weight. */
export async function askDeaden(args: readonly string[]) {
  const { values, rest } = options(args, {
    variant: { type: 'string' },
    mass: { type: 'string' },
    cost: { type: 'string' },
    level: { type: 'string' },
    material: { type: 'string' },
  });
  const kilograms = number('mass', values.mass, { min: 0, max: 500 });
  const money = number('cost', values.cost, { min: 0, max: 100_000 });
  const change = number('level', values.level, { min: -40, max: 0 });
  const { design, variant, library, heard } = await readDesign(rest[0], values);
  const material = values.material
    ? library.get(values.material)
    : [...library.values()].find(m => m.usualAs.includes('damping'));
  if (!material?.roles.includes('damping'))
    throw new AskMistake(`“${values.material}” is no material for damping in the library or the file.`);
  const goal =
    kilograms !== null
      ? ({ by: 'mass', kilograms } as const)
      : money !== null
        ? ({ by: 'cost', money } as const)
        : change !== null
          ? ({ by: 'level', change } as const)
          : null;
  if (!goal) throw new AskMistake('Say what the plan may take: --mass in kg, --cost, or --level in dB.');
  const stock = { material: material.id, thickness: material.stock[0]!.thickness };
  const before = evaluate(design, variant.design, library, heard);
  const d = deadening(before, design.shell, stock, library);
  const plan = sheetPlan(d, goal);
  const e = evaluate(design, withSheets(variant.design, d, plan), library, heard);
  const line = e.order.lines.find(l => l.material === material.id);
  const size = stockFor(material, stock.thickness);
  const { stick, leftOut } = instructions(e, id => library.get(id)!.density);
  return {
    variant: variant.name,
    material: { ...stock, sheet: { width: size.width, length: size.length }, perPack: size.perPack },
    mass: plan.mass,
    change: e.quiet.change,
    reached: plan.reached,
    sheets: line?.items ?? 0,
    packs: line?.packs ?? 0,
    cost: line?.cost ?? 0,
    stick: stick.map(({ bay, zone, patches, mass, takes, change, cautions }) => ({
      bay: bay.id,
      zone: zone.id,
      sheets: patches.map(({ along, up, width, height, turn }) => ({ along, up, width, height, turn })),
      mass,
      takes,
      change,
      cautions,
    })),
    leftOut: leftOut.map(({ bay, why }) => ({ bay: bay.id, why })),
  };
}
