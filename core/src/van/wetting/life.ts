import type { Brief, Design, Shell } from '../../model/index.ts';

/** What of a brief moves the air in a van, hour by hour. */
type Lived = Omit<Brief, 'payload' | 'headHeight' | 'budget' | 'noises' | 'priorities'>;

/** What of a brief moves the air in a van: its limits and priorities do not. */
export function livedBy({ payload, headHeight, budget, noises, priorities, ...lived }: Brief): Lived {
  return lived;
}

/**
 * What makes one climate inside unlike another whatever is laid: how the van is lived in, its glass, colour and front. A
 * climate found for one lining is a fair first guess for another as long as this stays.
 */
export const lifeOf = ({
  shell,
  brief,
}: Pick<Design, 'shell' | 'brief'>): {
  lived: Lived;
  skin: Shell['skin'];
  cab: Shell['cab'] | null;
  glass: unknown[];
} => ({
  lived: livedBy(brief),
  skin: shell.skin,
  cab: shell.cab ?? null,
  glass: shell.zones.map(z => [z.id, z.openings]),
});
