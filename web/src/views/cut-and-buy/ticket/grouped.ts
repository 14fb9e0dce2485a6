import type { TicketLine } from '../../../hooks/useTicket.ts';
import { day, things } from './words.ts';

/** How a ticket is read. */
export const TICKET_WAYS = ['by shop', 'by day', 'by kind'] as const;
export type TicketWay = (typeof TICKET_WAYS)[number];

/** Lines that are bought together. */
export interface Group {
  key: string;
  title: string;
  says: string;
  /** It cannot wait until tomorrow. */
  urgent: boolean;
  lines: TicketLine[];
  /** Lines of which something is still to order. */
  open: number;
}

const KINDS: [TicketLine['kind'], string][] = [
  ['sheet', 'Sheets, rolls and lengths'],
  ['tape and glue', 'Tape and glue'],
  ['coating', 'Coatings'],
  ['fixing', 'Fixings'],
  ['cable', 'Cable, conduit, cord'],
  ['consumable', 'Used up'],
  ['protection', 'For you'],
  ['tool', 'Tools'],
];

/** A ticket in parts: what has to be ordered today first, then by shop, by the last day to order, or by kind. */
export function grouped(lines: readonly TicketLine[], way: TicketWay, today: string): Group[] {
  const of = (key: string, title: string, says: string, own: TicketLine[], urgent = false): Group => ({
    key,
    title,
    says,
    urgent,
    lines: own,
    open: own.filter(l => l.open > 0).length,
  });
  if (way === 'by kind')
    return KINDS.map(([kind, title]) =>
      of(
        kind,
        title,
        '',
        lines.filter(l => l.kind === kind),
      ),
    ).filter(g => g.lines.length > 0);
  const now = lines.filter(l => l.open > 0 && l.due.order <= today);
  const first =
    now.length > 0
      ? [of('today', 'Order today', `or the work waits for ${things(now.length)}`, now, true)]
      : [];
  const rest = lines.filter(l => !now.includes(l));
  if (way === 'by day') {
    const days = by(rest, l => (l.open > 0 ? l.due.order : 'had'));
    return [
      ...first,
      ...days.map(([key, own]) =>
        key === 'had'
          ? of(key, 'Had, coming or cut', '', own)
          : of(key, `By ${day(key)}`, `for ${[...new Set(own.map(l => l.due.stage))].join(', ')}`, own),
      ),
    ];
  }
  const shops = by(rest, l => l.shop.name);
  const earliest = (own: TicketLine[]) =>
    own.reduce((d, l) => (l.open > 0 && l.due.order < d ? l.due.order : d), '9999');
  return [
    ...first,
    ...shops
      .map(([name, own]) => {
        const { lead, said } = own[0]!.shop;
        const takes = lead === 0 ? 'fetched' : `takes ${lead} ${lead === 1 ? 'day' : 'days'}`;
        return of(name, name, `${takes}${said ? '' : ', usually'}`, own);
      })
      .sort((a, b) => (earliest(a.lines) < earliest(b.lines) ? -1 : 1)),
  ];
}

function by(lines: readonly TicketLine[], key: (l: TicketLine) => string): [string, TicketLine[]][] {
  const groups = new Map<string, TicketLine[]>();
  for (const l of lines) groups.set(key(l), [...(groups.get(key(l)) ?? []), l]);
  return [...groups].sort(([a], [b]) => (a < b ? -1 : 1));
}
