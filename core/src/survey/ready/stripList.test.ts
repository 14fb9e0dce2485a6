import { describe, expect, it } from 'vitest';
import { generateShell, patterns } from '../patterns/index.ts';
import { clipsCounted, stripList } from './stripList.ts';

describe('what is to come out', () => {
  it('names only zones the shell has, and drops what is noted', () => {
    for (const { name } of patterns) {
      const shell = generateShell(name);
      const zones = new Set(shell.zones.map(z => z.id));
      const list = stripList(shell, []);
      expect(list.length).toBeGreaterThan(5);
      expect(list.every(item => zones.has(item.zone))).toBe(true);
      expect(stripList(shell, list.slice(0, 2))).toEqual(list.slice(2));
    }
    const benches = (name: Parameters<typeof generateShell>[0]) =>
      stripList(generateShell(name), []).some(i => i.name.includes('benches'));
    expect([benches('minibus'), benches('mid')]).toEqual([true, false]);
  });
  it('warns at what may hide an airbag, at belts and at a bulkhead', () => {
    const by = (name: string) => stripList(generateShell('minibus'), []).find(i => i.name === name)!;
    expect(by('Headliner').caution).toContain('airbag');
    expect(by('Rear belts').caution).toContain('anchorages');
    expect(by('Bulkhead trim').caution).toContain('structure');
    expect(by('Load floor').caution).toBeNull();
  });
  it('counts clips by type, the most first', () => {
    const clip = (type: string, count: number) => ({ type, count });
    expect(
      clipsCounted([{ clips: [clip('fir', 4), clip('rivet', 9)] }, {}, { clips: [clip('fir', 7)] }]),
    ).toEqual([clip('fir', 11), clip('rivet', 9)]);
  });
});
