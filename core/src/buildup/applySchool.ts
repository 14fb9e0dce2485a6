import { type Library, materialOf } from '../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Shell, Zone } from '../model/index.ts';
import { SAME_SIZE } from '../tolerance/index.ts';
import { type LayerSpec, placeOf, type School, schools } from './schools.ts';

/**
 * Puts a school into every zone of a van: its layers, with each fill the thickest sold that the zone's bays take.
 * Zones that end alike share one build-up; bays lose their exceptions. Throws RangeError for an unknown school.
 */
export function applySchool(shell: Shell, schoolId: string, library: Library): Placement {
  const school = schools.find(s => s.id === schoolId);
  if (!school) throw new RangeError(`Unknown school “${schoolId}”`);
  // Damping sheets are for skins that ring.
  const metal = materialOf(library, shell.skin.material).family === 'metal';
  const buildUps: BuildUp[] = [];
  const zones: Placement['zones'] = {};
  for (const zone of shell.zones) {
    const place = placeOf(zone.kind);
    if (!place) continue;
    const layers = school.places[place]
      .filter(spec => metal || spec.role !== 'damping')
      .map((spec, i) => toLayer(spec, i, zone, school, library));
    const key = JSON.stringify(layers);
    let buildUp = buildUps.find(b => JSON.stringify(b.layers) === key);
    if (!buildUp) {
      buildUp = {
        id: `${school.id}-${zone.id}`,
        name: nameFor(zone),
        layers,
        seams: school.seams,
        sealQuality: school.sealQuality,
      };
      buildUps.push(buildUp);
    }
    zones[zone.id] = buildUp.id;
  }
  for (const b of buildUps) {
    const kinds = new Set(shell.zones.filter(z => zones[z.id] === b.id).map(nameFor));
    b.name = [...kinds].join(', ');
  }
  return { buildUps, zones, bays: {}, sheets: {} };
}

const nameFor = (zone: Zone) => {
  const word =
    zone.kind === 'wall'
      ? 'walls'
      : zone.kind === 'rear door'
        ? 'rear doors'
        : zone.kind === 'arch'
          ? 'wheel arches'
          : zone.kind === 'frame'
            ? 'frames'
            : zone.kind;
  return word[0]!.toUpperCase() + word.slice(1);
};

function toLayer(spec: LayerSpec, index: number, zone: Zone, school: School, library: Library): Layer {
  const id = `y${index + 1}`;
  const material = materialOf(library, spec.material);
  const specs = school.places[placeOf(zone.kind)!];
  const battens = specs.reduce(
    (sum, s) => (s.role === 'batten' && s.thickness !== 'fit' ? sum + s.thickness : sum),
    0,
  );
  const thickness = spec.thickness === 'fit' ? fitting(material, zone, battens) : spec.thickness;
  if (spec.role === 'damping')
    return { id, role: 'damping', material: material.id, thickness, coverage: spec.coverage ?? 1 };
  if (spec.role === 'batten') {
    const wide = material.stock.find(s => Math.abs(s.thickness - thickness) < 1e-4) ?? material.stock[0]!;
    return { id, role: 'batten', material: material.id, thickness, width: wide.width, spacing: 0.4 };
  }
  return { id, role: spec.role, material: material.id, thickness };
}

/**
 * Stiff: no thicker than the shallowest bay. Soft: no thicker than the middling bay is deep, nor than can be squeezed
 * into the shallowest.
 */
function fitting(material: Material, zone: Zone, battens: number): number {
  const sold = [...new Set(material.stock.map(s => s.thickness))].sort((a, b) => a - b);
  const deepest = zone.bays.map(b => b.depthMax.value).sort((a, b) => a - b);
  const shallowest = Math.min(...zone.bays.map(b => b.depthMin.value)) + battens;
  const soft = material.squeeze < 0.9;
  const limit = soft
    ? Math.min(deepest[Math.floor(deepest.length / 2)]! + battens, shallowest / material.squeeze)
    : shallowest;
  return sold.findLast(t => t <= limit + SAME_SIZE) ?? sold[0]!;
}
