import { describe, expect, it } from 'vitest';
import { gone, made } from '../../testing/asked.svelte';
import { RowEdits, type Table } from './rows.svelte';

const column = (name: string, fixed = false) => ({
  column: name,
  about: name,
  required: true,
  fixed,
  number: false,
  choices: [],
});
const PLANS: Table = {
  file: 'plans.csv',
  about: 'What a seat buys',
  grows: true,
  columns: [column('plan', true), column('name')],
  rows: [{ values: ['lite', 'Lite'] }, { values: ['pro', null as unknown as string] }],
};

const sheet = (plans: Table) => ({ vendor: 'o', name: 'O', state: 's', tables: [plans] });

describe('rows typed over', () => {
  it('keeps only what is otherwise, and new rows in the order in which they were made', () => {
    const edits = made(() => new RowEdits());
    const [lite] = edits.rows(PLANS);
    edits.set(PLANS, lite!, 'name', 'Light');
    edits.add(PLANS);
    edits.set(PLANS, edits.rows(PLANS)[2]!, 'name', 'Grand');
    expect(edits.body(sheet(PLANS), 'why').rows).toEqual([
      { file: 'plans.csv', row: 0, values: { name: 'Light' } },
      { file: 'plans.csv', row: null, values: { name: 'Grand' } },
    ]);
    expect(edits.idAt(1)).toBe(edits.rows(PLANS)[2]!.id);
    edits.set(PLANS, edits.rows(PLANS)[0]!, 'name', 'Lite');
    expect(edits.body(sheet(PLANS), null).rows).toHaveLength(1);
    gone();
  });

  it('takes a row out and brings it back; a new one was never there', () => {
    const edits = made(() => new RowEdits());
    edits.toggle(PLANS, edits.rows(PLANS)[1]!);
    expect(edits.rows(PLANS)[1]!.gone).toBe(true);
    expect(edits.body(sheet(PLANS), null).rows).toEqual([
      { file: 'plans.csv', row: 1, values: null },
    ]);
    edits.toggle(PLANS, edits.rows(PLANS)[1]!);
    edits.add(PLANS);
    edits.toggle(PLANS, edits.rows(PLANS)[2]!);
    expect(edits.any).toBe(false);
    gone();
  });

  it('stays with its row when somebody else’s save moves it, and says where one is gone', () => {
    const edits = made(() => new RowEdits());
    edits.set(PLANS, edits.rows(PLANS)[1]!, 'name', 'Professional');
    const moved = { ...PLANS, rows: [{ values: ['basic', 'Basic'] }, ...PLANS.rows] };
    expect(edits.rows(moved)[2]!.values.name).toBe('Professional');
    expect(edits.body(sheet(moved), null).rows[0]!.row).toBe(2);
    const without = { ...PLANS, rows: PLANS.rows.slice(0, 1) };
    expect(edits.body(sheet(without), null).rows[0]!.row).toBe(-1);
    gone();
  });
});
