/** A place on a sheet or a corner of a piece, m. */
export interface Point {
  /** Across the sheet, m. */
  x: number;
  /** Along the sheet, m. */
  y: number;
}

/** One piece to lay. */
export interface NestPiece {
  /** Its own among all pieces. */
  id: string;
  /** Corners counter-clockwise, their box starting at 0, 0, m; of a rectangle its four. */
  outline: readonly Point[];
  /** Degrees counter-clockwise it may be turned by; grain and pile leave fewer. */
  turns: readonly number[];
}

/** What pieces are cut from. */
export interface NestStock {
  /** Its own among all stock. */
  id: string;
  /** m. */
  width: number;
  /** Along the roll or the sheet, m. */
  length: number;
  /** Of a pack, or of a metre where paid by length; 0 for an offcut at hand. */
  price: number;
  /** Sheets or rolls a pack. */
  perPack: number;
  /** How many there are; null for as many as are asked for. */
  quantity: number | null;
  /** Whole packs, or so many metres cut off a roll. */
  paid: 'pack' | 'length';
}

/** A piece where it lies. */
export interface Laid {
  piece: string;
  stock: string;
  /** Which one of that stock, from 0. */
  index: number;
  /** Of the turned piece's box, m. */
  x: number;
  /** m. */
  y: number;
  /** Degrees counter-clockwise. */
  turn: number;
}

/** What is to be cut, and from what. */
export interface NestProblem {
  /** To be laid, each once. */
  pieces: readonly NestPiece[];
  /** To be cut from. */
  stock: readonly NestStock[];
  /** What the tool takes away between two pieces, m. */
  kerf: number;
  /** Whether every cut must run from edge to edge, as on a saw bench. */
  guillotine?: boolean;
  /** Pieces that stay where they are. */
  pinned?: readonly Laid[];
  /** A layout found before: the search goes on from it if it still holds everything. */
  from?: readonly Laid[];
}

/** Everything laid, and what it costs. */
export interface Nest {
  /** Every piece once. */
  laid: Laid[];
  /** Sheets, rolls or offcuts used, in the order of their stock. */
  used: UsedStock[];
  /** Of whole packs and metres, in the currency of the prices. */
  cost: number;
  /** What the largest rectangle left of each sheet is worth, m²: one big one is worth more than many strips. */
  worth: number;
  /** Straight cuts. */
  cuts: number;
}

/** One sheet, roll or offcut of a nest. */
export interface UsedStock {
  stock: string;
  /** Which one of it, from 0. */
  index: number;
  /** How far along it pieces reach, m. */
  reach: number;
  /** Largest rectangle left of it, m. */
  rest: { x: number; y: number; width: number; length: number };
  /** Share of it under pieces; of a roll paid by length, of what is paid. */
  filled: number;
}

/** A piece that no stock holds, and the least box it takes, m. */
export interface Unfit {
  piece: string;
  /** Shorter side of the box that takes least width, m. */
  width: number;
  /** Longer side of it, m. */
  length: number;
}
