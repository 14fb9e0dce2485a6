// @vitest-environment jsdom
import { parseNumber } from '@overcoat/core/units';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, it, vi } from 'vitest';
import { Check } from './Check.tsx';
import { DataTable } from './DataTable.tsx';
import { Dialog } from './Dialog.tsx';
import { Field } from './Field.tsx';
import { FileButton } from './FileButton.tsx';
import { KeptText, NameInput } from './KeptText.tsx';
import { MeasureField } from './MeasureField.tsx';
import { Refused } from './Refused.tsx';
import { Select } from './Select.tsx';
import { Slider } from './Slider.tsx';
import { TabList } from './TabList.tsx';
import { right, Table } from './Table.tsx';
import { TextField } from './TextField.tsx';

vi.mock('../store/design.ts', () => ({
  useDesign: (pick: (s: { design: null }) => unknown) => pick({ design: null }),
}));

afterEach(cleanup);
const typed = () => userEvent.setup();

it('a field keeps what cannot be read and says why; Escape goes back, Enter takes what can', async () => {
  const taken = vi.fn(() => null);
  render(<Field label="Payload" shown="300" parse={parseNumber} onCommit={taken} />);
  const user = typed();
  const input = screen.getByLabelText<HTMLInputElement>('Payload');
  await user.clear(input);
  await user.type(input, 'much{Enter}');
  expect(input.value).toBe('much');
  expect(input.getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByRole('alert').textContent).not.toBe('');
  expect(taken).not.toHaveBeenCalled();
  await user.keyboard('{Escape}');
  expect(input.value).toBe('300');
  expect(screen.queryByRole('alert')).toBeNull();
  await user.clear(input);
  await user.type(input, '250{Enter}');
  expect(taken).toHaveBeenCalledWith(250, '250');
});

it('a refusal of the value stands at its field until another is taken', async () => {
  render(
    <Field
      label="Payload"
      shown="300"
      parse={parseNumber}
      onCommit={v => (v > 5000 ? 'At most 5000 kg.' : null)}
    />,
  );
  const user = typed();
  const input = screen.getByLabelText('Payload');
  await user.clear(input);
  await user.type(input, '9000');
  await user.tab();
  expect(screen.getByRole('alert').textContent).toBe('At most 5000 kg.');
  await user.clear(input);
  await user.type(input, '400{Enter}');
  expect(screen.queryByRole('alert')).toBeNull();
});

it('a length keeps the text as it was read off the tape, and an assumed one is confirmed by Enter', async () => {
  const measured = vi.fn(() => null);
  const { rerender } = render(
    <MeasureField
      label="Depth"
      value={{ basis: 'assumed', value: 0.04, from: 'guess' }}
      onMeasure={measured}
    />,
  );
  const user = typed();
  await user.click(screen.getByLabelText('Depth'));
  await user.keyboard('{Enter}');
  expect(measured).toHaveBeenCalledWith(expect.objectContaining({ basis: 'measured', value: 0.04 }));
  rerender(
    <MeasureField
      label="Depth"
      value={{ basis: 'measured', value: 0.04, entered: '4 cm' }}
      onMeasure={measured}
    />,
  );
  expect(screen.getByText('measured, as “4 cm”')).toBeDefined();
  const input = screen.getByLabelText('Depth');
  await user.clear(input);
  await user.type(input, '1 1/2 in{Enter}');
  expect(measured).toHaveBeenLastCalledWith(expect.objectContaining({ entered: '1 1/2 in' }));
});

function Lists() {
  const [value, setValue] = useState('a');
  const tabs = ['a', 'b', 'c'].map(key => ({ key, name: key.toUpperCase() }));
  return <TabList label="Lists" className="" value={value} onChange={setValue} tabs={tabs} look={() => ''} />;
}

it('tabs are one stop of the Tab key; arrows, Home and End choose and go round', async () => {
  render(<Lists />);
  const user = typed();
  await user.tab();
  const chosen = () => screen.getByRole('tab', { selected: true });
  expect(document.activeElement).toBe(chosen());
  await user.keyboard('{ArrowLeft}');
  expect(chosen().textContent).toBe('C');
  expect(document.activeElement).toBe(chosen());
  await user.keyboard('{ArrowRight}{ArrowRight}');
  expect(chosen().textContent).toBe('B');
  await user.keyboard('{End}');
  expect(chosen().textContent).toBe('C');
  await user.keyboard('{Home}');
  expect(chosen().textContent).toBe('A');
  await user.tab();
  expect(document.activeElement).toBe(document.body);
});

it('a table sorts by its heads and says so, and a row is chosen', async () => {
  const chosen = vi.fn();
  render(
    <DataTable
      rows={[
        { id: 'x', kg: 5 },
        { id: 'y', kg: 2 },
      ]}
      columns={[
        { id: 'id', header: 'piece', accessorKey: 'id' },
        { id: 'kg', header: 'mass', accessorKey: 'kg', meta: { number: true } },
      ]}
      caption="Pieces"
      rowKey={r => r.id}
      onRow={chosen}
    />,
  );
  const user = typed();
  const order = () =>
    screen
      .getAllByRole('row')
      .slice(1)
      .map(r => r.textContent);
  expect(order()).toEqual(['x5', 'y2']);
  await user.click(screen.getByRole('button', { name: 'piece' }));
  await user.click(screen.getByRole('button', { name: /piece/ }));
  expect(order()).toEqual(['y2', 'x5']);
  expect(screen.getByRole('columnheader', { name: /piece/ }).getAttribute('aria-sort')).toBe('descending');
  await user.click(screen.getByText('x'));
  expect(chosen).toHaveBeenCalledWith({ id: 'x', kg: 5 });
});

it('a table that is read has a name and a head to every column', () => {
  render(
    <Table caption="By months" heads={['month', right('heat')]}>
      <tr>
        <th scope="row">January</th>
        <td>420</td>
      </tr>
    </Table>,
  );
  expect(screen.getByRole('table', { name: 'By months' })).toBeDefined();
  expect(screen.getAllByRole('columnheader').map(h => h.textContent)).toEqual(['month', 'heat']);
});

it('a dialog begins in its first field, is named and described, and closes by Escape', async () => {
  const toggled = vi.fn();
  render(
    <Dialog open onOpenChange={toggled} title="Order" description="What is placed today.">
      <input aria-label="Shop" data-first />
    </Dialog>,
  );
  const dialog = screen.getByRole('dialog', { name: 'Order' });
  expect(dialog.textContent).toContain('What is placed today.');
  expect(document.activeElement).toBe(screen.getByLabelText('Shop'));
  await typed().keyboard('{Escape}');
  expect(toggled).toHaveBeenCalledWith(false);
});

it('words, boxes, lists and sliders are named and tell what they come to', async () => {
  const [text, tick, pick, slid] = [vi.fn(), vi.fn(), vi.fn(), vi.fn()];
  render(
    <>
      <TextField label="Where" value="" onText={text} maxLength={3} />
      <Check checked={false} onCheck={tick}>
        screens
      </Check>
      <Select label="Family" value="a" onChange={e => pick(e.target.value)}>
        <option value="a">wool</option>
        <option value="b">foam</option>
      </Select>
      <Slider label="people" value={2} onValue={slid} min={1} max={8} unit="aboard" />
    </>,
  );
  const user = typed();
  await user.type(screen.getByLabelText('Where'), 'x');
  expect(text).toHaveBeenCalledWith('x');
  await user.click(screen.getByRole('checkbox', { name: 'screens' }));
  expect(tick).toHaveBeenCalledWith(true);
  await user.selectOptions(screen.getByLabelText('Family'), 'foam');
  expect(pick).toHaveBeenCalledWith('b');
  expect(screen.getByText('2 aboard')).toBeDefined();
  expect(screen.getByRole('slider', { name: /people/ }).getAttribute('max')).toBe('8');
});

it('a note is kept when its field is left, where it is another one; a name is never empty', async () => {
  const kept = vi.fn();
  render(
    <>
      <KeptText aria-label="Note" value="rust" onText={kept} />
      <NameInput value="Bed" onName={kept} />
    </>,
  );
  const user = typed();
  const note = screen.getByLabelText('Note');
  await user.click(note);
  await user.tab();
  expect(kept).not.toHaveBeenCalled();
  await user.clear(note);
  await user.type(note, ' seam ');
  await user.tab();
  expect(kept).toHaveBeenLastCalledWith('seam');
  await user.clear(note);
  await user.tab();
  expect(kept).toHaveBeenLastCalledWith('');
  await user.clear(screen.getByLabelText('name'));
  await user.tab();
  expect(kept).toHaveBeenCalledTimes(2);
});

it('a file is asked for by a button, and the same one may be chosen again', async () => {
  const files = vi.fn();
  render(
    <FileButton file="Survey file" accept=".csv" onFiles={files}>
      Read a CSV…
    </FileButton>,
  );
  const user = typed();
  const csv = new File(['bay;along'], 'survey.csv', { type: 'text/csv' });
  const input = screen.getByLabelText<HTMLInputElement>('Survey file');
  const asked = vi.spyOn(input, 'click');
  await user.click(screen.getByRole('button', { name: 'Read a CSV…' }));
  expect(asked).toHaveBeenCalledOnce();
  for (let n = 0; n < 2; n++) await user.upload(input, csv);
  expect(files.mock.calls).toEqual([[[csv]], [[csv]]]);
});

it('a refusal is told where there is one', () => {
  const { rerender } = render(<Refused why={null} />);
  expect(screen.queryByRole('alert')).toBeNull();
  rerender(<Refused why="It would stand 4 mm out." />);
  expect(screen.getByRole('alert').textContent).toBe('It would stand 4 mm out.');
});
