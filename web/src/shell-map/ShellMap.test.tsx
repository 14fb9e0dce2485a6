// @vitest-environment jsdom
import { newDesign } from '@overcoat/core/buildup';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { ShellMap } from './ShellMap.tsx';

const { shell } = newDesign('Map', 'compact');
const wall = shell.zones.find(z => z.id === 'L')!;
const deleted = vi.fn();
const entered = vi.fn();

function Choosable() {
  const [selected, select] = useState<string[]>([]);
  return (
    <>
      <ShellMap
        shell={shell}
        label="Bays"
        selected={selected}
        onSelect={select}
        onDelete={deleted}
        onEnter={entered}
        paint={bay => ({ says: `${bay.depthMin.value} m deep` })}
      />
      <output>{selected.join(' ')}</output>
    </>
  );
}

const bay = (id: string) => screen.getByRole('option', { name: new RegExp(`^${id}\\b`) });
const chosen = () => screen.getByRole('status').textContent;
beforeEach(() => {
  render(<Choosable />);
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

it('has every bay of the shell with what is said of it, one of them a stop of the Tab key', () => {
  const all = screen.getAllByRole('option');
  expect(all).toHaveLength(shell.zones.reduce((sum, z) => sum + z.bays.length, 0));
  expect(bay('L1u').getAttribute('aria-label')).toContain('m deep');
  expect(all.filter(b => b.getAttribute('tabindex') === '0')).toHaveLength(1);
});

it('is walked by arrows, each key to the bay that lies there and back, Shift keeps what is chosen', async () => {
  const user = userEvent.setup();
  await user.click(bay('L1u'));
  expect(chosen()).toBe('L1u');
  expect(bay('L1u').getAttribute('aria-selected')).toBe('true');
  await user.keyboard('{ArrowDown}');
  const below = chosen();
  expect(below).not.toBe('L1u');
  expect(document.activeElement?.getAttribute('data-bay')).toBe(below);
  await user.keyboard('{ArrowUp}');
  expect(chosen()).toBe('L1u');
  await user.keyboard('{Shift>}{ArrowDown}{/Shift}');
  expect(chosen()).toBe(`L1u ${below}`);
});

it('takes a whole zone by Z or its name, asks for deletion of what is chosen, and goes in by Enter', async () => {
  const user = userEvent.setup();
  await user.click(bay('L1u'));
  await user.keyboard('{Enter}');
  expect(entered).toHaveBeenCalledOnce();
  await user.keyboard('z');
  const whole = wall.bays.map(b => b.id);
  expect(chosen()!.split(' ').sort()).toEqual([...whole].sort());
  await user.keyboard('{Delete}');
  expect(deleted.mock.calls[0]![0].sort()).toEqual([...whole].sort());
});
