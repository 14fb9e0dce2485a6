import type { Entry, Fact, FactOf } from '../model/index.ts';

/** What Perigee's owners had done by the end of September. */
export const perigeeLog: Entry[] = [
  entry(
    '2026-08-29T09:10:00Z',
    { zone: 'F' },
    out('Floor ply, one piece', 'template', 'twelve countersunk bolts, in the tin', 'behind the shed'),
  ),
  entry('2026-08-29T09:50:00Z', { zone: 'F' }, out('Lashing rings', 'goes back', 'M8, six', 'in the tin')),
  entry(
    '2026-08-29T11:30:00Z',
    { zone: 'L' },
    {
      ...out('Hardboard wall linings', 'template', 'clips', 'in the loft'),
      clips: [
        { type: '8 mm fir tree', count: 34 },
        { type: '6 mm screw rivet', count: 9 },
      ],
    },
  ),
  ...(['L1w', 'L2w', 'C1b', 'C2b'] as const).map(bay => knock(bay, 'rings')),
  ...(['L3w', 'R4w'] as const).map(bay => knock(bay, 'dull')),
  entry(
    '2026-08-30T15:00:00Z',
    { zone: 'R', bay: 'R3w' },
    { kind: 'flag', note: 'tape would not reach behind the door motor' },
  ),
  rust('rust3', 'D', 'D1w', 'abrade', '2026-09-05T10:00:00Z'),
  rust('rust3', 'D', 'D1w', 'convert', '2026-09-05T10:10:00Z'),
  rust('rust3', 'D', 'D1w', 'rinse', '2026-09-05T10:30:00Z'),
  rust('rust3', 'D', 'D1w', 'dry', '2026-09-05T10:35:00Z'),
  rust('rust3', 'D', 'D1w', 'prime', '2026-09-05T11:20:00Z'),
  rust('rust3', 'D', 'D1w', 'finish', '2026-09-05T14:00:00Z'),
  rust('rust1', 'R', 'R5w', 'abrade', '2026-09-12T09:05:00Z'),
  rust('rust1', 'R', 'R5w', 'convert', '2026-09-12T09:20:00Z'),
  hole('hole1', 'S', 'S2u', 'cut', '2026-09-13T10:00:00Z'),
  hole('hole1', 'S', 'S2u', 'edge primed', '2026-09-13T10:40:00Z'),
  hole('hole1', 'S', 'S2u', 'bonded', '2026-09-13T15:30:00Z'),
  about('hole1', 'S', 'S2u', '2026-09-19T08:20:00Z', { kind: 'leak test', by: 'hose', result: 'dry' }),
  hole('hole2', 'C', 'C4b', 'cut', '2026-09-20T09:30:00Z'),
  hole('hole2', 'C', 'C4b', 'edge primed', '2026-09-20T10:00:00Z'),
  hole('hole2', 'C', 'C4b', 'bonded', '2026-09-20T13:15:00Z'),
  hole('hole4', 'L', 'L6u', 'cut', '2026-09-26T16:45:00Z'),
  ...['Lsill', 'Lpf', 'Lpr', 'Rpf', 'Rpr'].map(pocket => ({
    at: '2026-09-26T17:30:00Z',
    place: { zone: pocket[0]! },
    about: pocket,
    fact: { kind: 'service' as const, step: 'cavity wax' as const },
  })),
].map((e, i) => ({ id: `perigee-${i + 1}`, ...e }));

type Unnumbered = Omit<Entry, 'id'>;

function entry(at: string, place: Entry['place'] & object, fact: Fact): Unnumbered {
  return { at, place, fact };
}

function about(item: string, zone: string, bay: string, at: string, fact: Fact): Unnumbered {
  return { at, place: { zone, bay }, about: item, fact };
}

function out(
  name: string,
  becomes: FactOf<'taken out'>['becomes'],
  fixings: string,
  kept: string,
): FactOf<'taken out'> {
  return { kind: 'taken out', name, becomes, fixings, kept };
}

function knock(bay: string, sounds: FactOf<'knock'>['sounds']): Unnumbered {
  return entry('2026-08-30T14:00:00Z', { zone: bay[0]!, bay }, { kind: 'knock', on: 'bare', sounds });
}

function rust(
  spot: string,
  zone: string,
  bay: string,
  step: FactOf<'rust step'>['step'],
  at: string,
): Unnumbered {
  return about(spot, zone, bay, at, { kind: 'rust step', step });
}

function hole(
  id: string,
  zone: string,
  bay: string,
  step: FactOf<'hole step'>['step'],
  at: string,
): Unnumbered {
  return about(id, zone, bay, at, { kind: 'hole step', step });
}
