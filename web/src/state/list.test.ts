import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { gone, made, Told } from '../testing/asked.svelte';
import { at } from '../testing/server';
import { param } from './address.svelte';
import { ListState, type Listed } from './list.svelte';

interface Row {
  id: string;
  fixed?: boolean;
}

const some = (...ids: string[]): Row[] => ids.map((id) => ({ id }));
const abcd = some('a', 'b', 'c', 'd');
const list = (over: Partial<Listed<Row>> = {}) =>
  made(() => new ListState<Row>({ rows: () => abcd, key: (r) => r.id, chosen: 'here', ...over }));

function click(target: ListState<Row>, n: number, init: MouseEventInit = {}) {
  const event = new MouseEvent('click', init);
  Object.defineProperty(event, 'target', { value: document.createElement('td') });
  target.click(event, n);
}

beforeEach(() => at('/people'));
afterEach(gone);

describe('a list', () => {
  it('goes from row to row and not beyond its ends', () => {
    const onend = vi.fn();
    const one = list({ onend });
    one.step(-1);
    expect(one.cursor).toBe(0);
    for (let n = 0; n < 5; n++) one.step(1);
    expect([one.cursor, one.current]).toEqual([3, { id: 'd' }]);
    expect(onend).toHaveBeenCalled();
  });

  it('chooses by click, and all between with Shift', () => {
    const one = list();
    click(one, 1);
    click(one, 3, { shiftKey: true });
    expect([...one.chosen]).toEqual(['b', 'c', 'd']);
    click(one, 2);
    expect([...one.chosen]).toEqual(['b', 'd']);
  });

  it('acts on those chosen, else on the row at the cursor', async () => {
    const one = list();
    one.step(1);
    expect(await one.picked()).toEqual([{ id: 'b' }]);
    one.toggle(3);
    expect(await one.picked()).toEqual([{ id: 'd' }]);
  });

  it('chooses all that can be chosen, when all have come', async () => {
    const rows = new Told<Row[]>([{ id: 'a' }, { id: 'b', fixed: true }]);
    const one = list({
      rows: () => rows.now,
      choosable: (r) => !r.fixed,
      whole: async () => {
        rows.is([...rows.now, { id: 'c' }]);
        return true;
      },
    });
    void one.chooseAll();
    expect((await one.picked()).map((r) => r.id)).toEqual(['a', 'c']);
  });

  it('chooses nobody with whom nothing can be done, in whatever way', async () => {
    const rows: Row[] = [{ id: 'a' }, { id: 'b', fixed: true }, { id: 'c' }];
    const one = list({ rows: () => rows, blocked: (r) => r.fixed ?? false });
    one.toggle(1);
    await one.chooseAll();
    expect((await one.picked()).map((r) => r.id)).toEqual(['a', 'c']);
    expect(rows.map((r, n) => one.mark(r, n))).toEqual(['☒', '–', '☒']);
    one.chosen.clear();
    one.cursor = 1;
    expect(await one.picked()).toEqual([]);
  });

  it('acts on nobody where not all could be had', async () => {
    const one = list({ whole: async () => false });
    void one.chooseAll();
    expect(await one.picked()).toEqual([]);
  });

  it('does nothing with the row at the cursor of an older list', async () => {
    const from = new Told({ value: abcd, stale: true, answered: 'x' });
    const one = list({ from: from.now });
    expect(one.current).toBeUndefined();
    expect(await one.picked()).toEqual([]);
  });

  it('begins at the top of another list, and forgets who is not on it', () => {
    const from = { told: new Told({ rows: abcd, answered: 'all' }) };
    const one = list({
      rows: () => from.told.now.rows,
      from: {
        get value() {
          return from.told.now.rows;
        },
        stale: false,
        get answered() {
          return from.told.now.answered;
        },
      },
    });
    one.toggle(0);
    one.toggle(3);
    one.step(2);
    from.told.is({ rows: some('d', 'e', 'f'), answered: 'all' });
    expect([[...one.chosen], one.cursor], 'the same question, answered anew').toEqual([['d'], 2]);
    from.told.is({ rows: some('d', 'e'), answered: 'of finance' });
    expect([[...one.chosen], one.cursor]).toEqual([['d'], 0]);
  });

  it('keeps the row at the cursor in the address', () => {
    const one = list({ at: 'at' });
    one.step(2);
    expect(param('at')).toBe('c');
    expect(list({ at: 'at' }).cursor).toBe(2);
  });

  it('binds the keys that there is something for', () => {
    const leave = vi.fn();
    const one = list();
    const keys = one.keys({ row: 'person', leave: { does: 'back', run: leave } });
    expect(keys.map((k) => k.keys)).toEqual(['j', 'k', 'x', 'Escape']);
    one.toggle(0);
    const escape = keys.at(-1)!;
    escape.run();
    expect([one.chosen.size, leave.mock.calls.length]).toEqual([0, 0]);
    escape.run();
    expect(leave).toHaveBeenCalled();
  });
});
