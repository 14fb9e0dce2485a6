import { type Design, measured, type Shell } from '../model/index.ts';
import {
  type Edited,
  repeatWay,
  setFeature,
  setPoint,
  setShape,
  setUse,
  setWay,
} from '../survey/edits/index.ts';

const mm = (text: string) => measured(Number(text) / 1000, text);

/** What Perigee's owners found besides rectangles: a tapering bay, a crowned roof, a shelf before a cable's way out, rib ends open to the rail. */
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
    // The left wall was looked at with a lamp: its upper bays open into the rail, one after the other, up to the cab.
    s =>
      setWay(s, {
        id: 'L1u-upper',
        bay: 'L1u',
        kind: 'rib end',
        end: 'upper',
        to: 'cabin',
        width: mm('24'),
        height: mm('11'),
        past: 1,
      }),
    s => ({ ok: true, shell: repeatWay(s, 'L1u-upper', true) }),
    s => setPoint(s, 'F', { id: 'bed-bolts', kind: 'bolt', count: 8, diameter: mm('8') }),
    s =>
      setFeature(s, 'F', {
        id: 'datum',
        kind: 'datum corner',
        corner: 'front left',
        at: mm('0'),
        by: mm('0'),
      }),
    s =>
      setUse(s, {
        id: 'bed',
        zone: 'F',
        kind: 'bed',
        name: 'bed',
        along: mm('2050'),
        up: mm('60'),
        width: mm('1180'),
        height: mm('1640'),
        rises: false,
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
      setUse(s, {
        id: 'cameras',
        zone: 'L',
        kind: 'furniture',
        name: 'camera shelf',
        along: mm('2300'),
        up: mm('1650'),
        width: mm('640'),
        height: mm('140'),
        rises: false,
      }),
    s => ({ ok: true, shell: withPads(s, { L1w: 0, L2w: 0, L3w: 0.2, C1b: 0, C2b: 0, R4w: 0.25 }) }),
  ];
  return changes.reduce((s, change) => {
    const edited = change(s);
    if (!edited.ok) throw new Error(edited.message);
    return edited.shell;
  }, shell);
}

/** The bays with what share of them the factory's pads cover. */
const withPads = (shell: Shell, pads: Record<string, number>): Shell => ({
  ...shell,
  zones: shell.zones.map(z => ({
    ...z,
    bays: z.bays.map(b => (pads[b.id] === undefined ? b : { ...b, pads: pads[b.id]! })),
  })),
});

/** What Perigee's owners found that must be made ready; how far they are with it is in their log. */
export const perigeeReady: Design['ready'] = {
  rust: [
    {
      id: 'rust1',
      bay: 'R5w',
      at: { along: mm('180'), up: mm('60') },
      size: mm('70'),
      grade: 'pitted',
      note: 'under the old lashing rail',
    },
    { id: 'rust2', bay: 'F2a', size: mm('35'), grade: 'surface', note: '' },
    { id: 'rust3', bay: 'D1w', size: mm('20'), grade: 'surface', note: '' },
  ],
  fixings: [
    {
      id: 'fix1',
      bay: 'F1a',
      kind: 'old hole',
      count: 6,
      diameter: mm('9'),
      becomes: 'closed',
      note: 'of the old floor',
    },
    {
      id: 'fix2',
      bay: 'L3w',
      at: { along: mm('60'), up: mm('420') },
      kind: 'captive nut',
      count: 2,
      diameter: mm('8'),
      pitch: mm('1.25'),
      reach: mm('35'),
      becomes: 'used',
      note: 'for the galley',
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
    },
    {
      id: 'hole2',
      bay: 'C4b',
      opening: 'W-C4b',
      kind: 'opening',
      name: 'Roof vent over the galley',
      size: mm('400'),
    },
    {
      id: 'hole3',
      bay: 'F1b',
      opening: null,
      kind: 'floor penetration',
      name: 'Air and exhaust of the heater',
      at: { along: mm('140'), up: mm('260') },
      size: mm('60'),
    },
    {
      id: 'hole4',
      bay: 'L6u',
      opening: null,
      kind: 'gland',
      name: 'Cable gland to the roof rack',
      at: { along: mm('90'), up: mm('440') },
      size: mm('22'),
    },
  ],
};
