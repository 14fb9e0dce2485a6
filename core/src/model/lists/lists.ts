/** Treatment of a rust spot, in its order; only what is rusted through is patched. */
export const RUST_STEPS = ['abrade', 'convert', 'rinse', 'dry', 'patch', 'prime', 'finish'] as const;

/** What becomes of an old hole that is closed, in its order. */
export const FIXING_STEPS = ['patched', 'primed', 'sealed'] as const;

/** Holes and threads the van has already. */
export const FIXINGS = ['old hole', 'factory hole', 'thread', 'captive nut'] as const;

/** Where the water came from, or is turned to, when a hole is tested. */
export const RAIN_SIDES = ['above', 'front', 'rear', 'left', 'right', 'all round'] as const;

/** What is done in a pillar or sill before it is closed. */
export const SERVICES = ['cleaned out', 'drain cleared', 'cavity wax'] as const;

/** What stands on or along a line that will want wood beneath. */
export const LINES = ['furniture', 'bed', 'cupboard', 'partition'] as const;

/** What lies at each edge of a zone. Those of a developed arch are where it meets the wall and where it faces the room. */
export const EDGE_NAMES = [
  'FRONT',
  'REAR',
  'TOP',
  'BOTTOM',
  'LEFT',
  'RIGHT',
  'HINGE',
  'MIDDLE',
  'WALL',
  'ROOM',
] as const;

/** Which way the grain of boards runs in their zone. */
export const GRAINS = ['lengthwise', 'crosswise'] as const;

/** How a piece is held up. */
export const HOLDS = [
  'self-adhesive',
  'spray',
  'bead',
  'tape',
  'friction',
  'strings',
  'pins',
  'clips',
  'screws',
  'batten',
  'rests',
] as const;

/** What becomes of a line of an order. */
export const DELIVERIES = ['arrived', 'short', 'returned'] as const;

/** Days on which the work goes on. */
export const WORK_DAYS = ['every day', 'weekdays', 'weekends'] as const;

/** What money is counted in: the choice of a person, and never converted. */
export const CURRENCIES = [
  'GBP',
  'EUR',
  'USD',
  'AUD',
  'CAD',
  'CHF',
  'CZK',
  'DKK',
  'NOK',
  'NZD',
  'PLN',
  'SEK',
] as const;

/** Layers that are sold ready-cut. */
export const KIT_ROLES = ['damping', 'fill', 'over-rib', 'lining', 'finish'] as const;

/** What makes the pieces of a material run one way. */
export const RUNS = ['any', 'grain', 'pile'] as const;

/** What is done to a hole, and what it goes through before a bay may be insulated, in its order. */
export const HOLE_STEPS = ['cut', 'edge primed', 'bonded'] as const;
export const HOLE_STATES = ['planned', ...HOLE_STEPS, 'leak-tested'] as const;

/** What a material has to do with solvents: an adhesive gives them off, a foam is dissolved by them. */
export const SOLVENTS = ['none', 'gives off', 'dissolved by'] as const;

/** What must stay free in a bay. */
export const KEPT_CLEAR = [
  'drain hole',
  'cable route',
  'airbag',
  'lock or latch',
  'flue',
  'belt anchor',
  'tie-down',
  'gas drop vent',
  'fixed vent',
  'fuel or brake line',
  'hob',
  'exhaust',
] as const;

/** What is hot: near it nothing may burn, and the appliance's maker says how near. */
export const HOT: readonly (typeof KEPT_CLEAR)[number][] = ['flue', 'hob', 'exhaust'];

/** How the joints of what keeps the air in are made: the first three close them, but for what is missed. */
export const SEAMS = ['taped', 'foamed', 'stapled', 'butted', 'ribbed'] as const;

/** What joins the space behind a lining to air that no seam keeps out. */
export const WAYS = ['rib end', 'pillar', 'cab overhead', 'other'] as const;

/** Zones round the driver's cab, whose air is its own. */
export const CAB_ZONES = ['windscreen', 'cab door', 'cab roof', 'footwell', 'cab frame'] as const;

/** What stands between cab and load space, the most open first. */
export const FRONTS = ['swivelled seats', 'open', 'thin curtain', 'heavy curtain', 'bulkhead'] as const;

/** What may be drawn at night between cab and load space where it stands open. */
export const CURTAINS = ['thin curtain', 'heavy curtain'] as const;

/** What a window or hatch is of. */
export const GLAZINGS = ['glass', 'tinted glass', 'double acrylic', 'insulated panel'] as const;

/** Where the insulated screen of a pane is put. */
export const SCREENS = ['inside', 'outside', 'none'] as const;

/** Metal that runs through the insulation at a point. */
export const POINTS = ['bolt', 'bracket', 'bare screw'] as const;

/** Roles a material may be laid in. */
export const MATERIAL_ROLES = [
  'damping',
  'fill',
  'over-rib',
  'vapour control',
  'batten',
  'lining',
  'finish',
] as const;

/** What one material of a library is first taken for: a role, a thin strip over ribs, the foam of joints, what voids are stuffed with,
 * what screens are cut and curtains sewn from. */
export const PURPOSES = [
  ...MATERIAL_ROLES,
  'rib strip',
  'joint foam',
  'pocket',
  'screen',
  ...CURTAINS,
] as const;

/** How a material binds water. */
export const SORPTIONS = ['none', 'fibre', 'wool', 'wood'] as const;

/** How readily a face moulds (classes of Ojanen 2010). */
export const MOULD_CLASSES = ['very sensitive', 'sensitive', 'medium', 'resistant'] as const;
