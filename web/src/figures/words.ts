import type { FigureKey } from '@overcoat/core/figures';

/** What is said of a figure that is weighed and limited. */
interface FigureWords {
  /** In tables and sentences. */
  name: string;
  /** What somebody asks for who asks for it. */
  wish: string;
  /** What its worth is told of: so many of its unit, in words. */
  worthOf: { by: number; says: string };
  /** Over the field of its limit, and in “over the …”; left out where no limit may be set. */
  limit?: { label: string; name: string };
}

export const WORDS: Record<FigureKey, FigureWords> = {
  mass: {
    name: 'added mass',
    wish: 'light weight',
    worthOf: { by: 1, says: 'a kilogram' },
    limit: { label: 'Added mass', name: 'mass' },
  },
  money: {
    name: 'to pay',
    wish: 'low cost',
    worthOf: { by: 1, says: '' },
    limit: { label: 'Money', name: 'budget' },
  },
  heat: { name: 'heat loss', wish: 'warmth', worthOf: { by: 1, says: 'a W/K' } },
  headroom: {
    name: 'headroom',
    wish: 'headroom',
    worthOf: { by: 0.01, says: 'a centimetre of height' },
    limit: { label: 'Height left', name: 'height' },
  },
  water: {
    name: 'winter water',
    wish: 'dryness',
    worthOf: { by: 0.1, says: '100 g/m² of winter water in a zone' },
  },
  quiet: { name: 'drumming', wish: 'quiet', worthOf: { by: 0.1, says: 'a tenth of the drumming' } },
  hours: {
    name: 'work',
    wish: 'little work',
    worthOf: { by: 1, says: 'an hour' },
    limit: { label: 'Hours', name: 'hours' },
  },
  fire: {
    name: 'fire load',
    wish: 'little to burn',
    worthOf: { by: 100, says: '100 MJ of fire load' },
    limit: { label: 'Fire load', name: 'fire load' },
  },
};

/** A figure's limit in a sentence. */
export const limitName = (key: FigureKey): string => WORDS[key].limit?.name ?? WORDS[key].name;
