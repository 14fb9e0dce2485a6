import { assumed, type Design, measured, type Shell } from '../model/index.ts';
import { type Edited, setFeature, setOpening, setShape, setUse } from '../survey/shell/index.ts';

const mm = (text: string) => measured(Number(text) / 1000, text);

/** What Perigee's owners found besides rectangles: a tapering bay, a crowned roof, a bed on a lift, a second vent too far back. */
export function perigeeShell(shell: Shell): Shell {
  const changes: ((s: Shell) => Edited)[] = [
    s => {
      const { width, height } = s.zones.find(z => z.id === 'L')!.bays.find(b => b.id === 'L7u')!;
      return setShape(s, 'L7u', {
        outline: {
          by: 'widths',
          flush: 'front',
          rows: [
            { at: mm('0'), width },
            { at: measured(height.value * 0.6, 'at 60 %'), width },
            { at: height, width: measured(width.value - 0.09, 'less 90') },
          ],
        },
        depthRuns: 'taper',
        shallowAt: 'upper',
      });
    },
    ...['C1b', 'C2b', 'C3b'].map(
      bay => (s: Shell) =>
        setShape(s, bay, {
          curve: { by: 'gap', along: 'height', straightedge: mm('400'), gap: mm('6') },
          depthRuns: 'dished',
          shallowAt: 'edges',
        }),
    ),
    s => setFeature(s, 'F', { id: 'datum', kind: 'datum corner', at: mm('0'), by: mm('0') }),
    s =>
      setUse(s, {
        id: 'bed',
        zone: 'F',
        kind: 'bed',
        name: 'lift bed',
        along: mm('2050'),
        up: mm('60'),
        width: mm('1180'),
        height: mm('1640'),
        rises: true,
      }),
    s =>
      setUse(s, {
        id: 'galley',
        zone: 'L',
        kind: 'furniture',
        name: 'galley',
        along: mm('480'),
        up: mm('0'),
        width: mm('1120'),
        height: mm('900'),
        rises: false,
      }),
    s =>
      setOpening(s, {
        id: 'W-C6b',
        bay: 'C6b',
        kind: 'roof vent',
        width: assumed(0.36, 'guess'),
        height: assumed(0.36, 'guess'),
        glazing: 'double acrylic',
      }),
  ];
  return changes.reduce((s, change) => {
    const edited = change(s);
    if (!edited.ok) throw new Error(edited.message);
    return edited.shell;
  }, shell);
}

/** How far Perigee is with making ready. */
export const perigeeReady: Design['ready'] = {
  rust: [
    {
      id: 'rust1',
      bay: 'R5w',
      at: { along: mm('180'), up: mm('60') },
      size: mm('70'),
      grade: 'pitted',
      done: [
        { step: 'abrade', at: '2026-09-12T09:05:00Z' },
        { step: 'convert', at: '2026-09-12T09:20:00Z' },
      ],
      note: 'under the old lashing rail',
    },
    { id: 'rust2', bay: 'F2a', size: mm('35'), grade: 'surface', done: [], note: '' },
    {
      id: 'rust3',
      bay: 'D1w',
      size: mm('20'),
      grade: 'surface',
      done: [
        { step: 'abrade', at: '2026-09-05T10:00:00Z' },
        { step: 'convert', at: '2026-09-05T10:10:00Z' },
        { step: 'rinse', at: '2026-09-05T10:30:00Z' },
        { step: 'dry', at: '2026-09-05T10:35:00Z' },
        { step: 'prime', at: '2026-09-05T11:20:00Z' },
        { step: 'finish', at: '2026-09-05T14:00:00Z' },
      ],
      note: '',
    },
  ],
  holes: [
    {
      id: 'hole1',
      bay: 'S2u',
      opening: 'W-S2u',
      kind: 'opening',
      name: 'Window in the sliding door',
      size: mm('500'),
      state: 'leak-tested',
      tests: [{ by: 'hose', on: '2026-09-19', result: 'dry' }],
    },
    {
      id: 'hole2',
      bay: 'C4b',
      opening: 'W-C4b',
      kind: 'opening',
      name: 'Roof vent over the galley',
      size: mm('400'),
      state: 'bonded',
      tests: [],
    },
    {
      id: 'hole3',
      bay: 'C6b',
      opening: 'W-C6b',
      kind: 'opening',
      name: 'Roof vent over the bed',
      size: mm('360'),
      state: 'planned',
      tests: [],
    },
    {
      id: 'hole4',
      bay: 'L6u',
      opening: null,
      kind: 'gland',
      name: 'Cable gland to the roof rack',
      at: { along: mm('90'), up: mm('440') },
      size: mm('22'),
      state: 'cut',
      tests: [],
    },
  ],
  taps: [
    { id: 'L1w', before: 'rings', pads: 0, after: null },
    { id: 'L2w', before: 'rings', pads: 0, after: null },
    { id: 'L3w', before: 'dull', pads: 0.2, after: null },
    { id: 'C1b', before: 'rings', pads: 0, after: null },
    { id: 'C2b', before: 'rings', pads: 0, after: null },
    { id: 'R4w', before: 'dull', pads: 0.25, after: null },
  ],
  strip: [
    {
      id: 'strip1',
      name: 'Floor ply, one piece',
      zone: 'F',
      becomes: 'template',
      fixings: 'twelve countersunk bolts, in the tin',
      kept: 'behind the shed',
    },
    {
      id: 'strip2',
      name: 'Lashing rings',
      zone: 'F',
      becomes: 'goes back',
      fixings: 'M8, six',
      kept: 'in the tin',
    },
    {
      id: 'strip3',
      name: 'Hardboard wall linings',
      zone: 'L',
      becomes: 'template',
      fixings: 'clips',
      kept: 'in the loft',
    },
  ],
  photos: [],
  flags: [{ id: 'R3w', note: 'tape would not reach behind the door motor' }],
};
