import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import SeatField, { type Cell } from './SeatField.svelte';

const cells: Cell[] = [
  { holding: 'a', texture: 'inUse', title: 'Ann: in use' },
  { holding: 'b', texture: 'idle', title: 'Bo: idle' },
  { holding: 'c', texture: 'idle', title: 'Cy: idle' },
  { texture: 'spare', title: 'spare' },
];

function field() {
  const onchoose = vi.fn();
  render(SeatField, { cells, chosen: new Set(['b']), onchoose });
  const svg = screen.getByRole('img', { name: /^Seats:/ });
  vi.spyOn(svg, 'getBoundingClientRect').mockReturnValue({ left: 0, top: 0 } as DOMRect);
  svg.setPointerCapture = () => undefined;
  return { svg, onchoose };
}

/** The middle of the n-th cell of the first row. */
const over = (n: number) => ({ clientX: n * 14 + 5, clientY: 5, pointerId: 1 });

it('tells by words what it shows, for whoever cannot see it', () => {
  const { svg } = field();
  expect(svg.getAttribute('aria-label')).toContain('1 in use, 2 idle, 1 spare');
});

it('chooses all between where a brush began and ended, and no seat that nobody holds', async () => {
  const { svg, onchoose } = field();
  await fireEvent.pointerDown(svg, over(3));
  await fireEvent.pointerMove(svg, over(1));
  await fireEvent.pointerUp(svg, over(1));
  expect(onchoose).toHaveBeenCalledWith(['b', 'c'], false);
});

it('adds one cell by a click, and a whole brush with Shift', async () => {
  const { svg, onchoose } = field();
  await fireEvent.pointerDown(svg, over(0));
  await fireEvent.pointerUp(svg, over(0));
  expect(onchoose).toHaveBeenLastCalledWith(['a'], true);
  await fireEvent.pointerDown(svg, over(0));
  await fireEvent.pointerMove(svg, over(1));
  await fireEvent.pointerUp(svg, { ...over(1), shiftKey: true });
  expect(onchoose).toHaveBeenLastCalledWith(['a', 'b'], true);
});

it('says whose the cell is that is pointed at', async () => {
  const { svg } = field();
  await fireEvent.pointerMove(svg, over(1));
  expect(svg.querySelector('.pointed')!.getAttribute('data-says')).toBe('Bo: idle');
  await fireEvent.pointerLeave(svg);
  expect(svg.querySelector('.pointed')).toBeNull();
});

it('draws thousands of seats as stretches of like ones, and still knows each', async () => {
  const many: Cell[] = Array.from({ length: 30_000 }, (_, n) => ({
    holding: `h${n}`,
    texture: n < 20_000 ? 'inUse' : 'idle',
    title: `seat ${n}`,
  }));
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(690);
  const onchoose = vi.fn();
  render(SeatField, { cells: many, chosen: new Set(['h20001', 'h20002']), onchoose });
  const svg = screen.getByRole('img', { name: /20000 in use, 10000 idle/ });
  vi.spyOn(svg, 'getBoundingClientRect').mockReturnValue({ left: 0, top: 0 } as DOMRect);
  svg.setPointerCapture = () => undefined;
  expect(svg.querySelectorAll('rect').length).toBeLessThan(300);
  expect([...svg.querySelectorAll('.many')].map((one) => one.getAttribute('width'))).toEqual(['6']);
  await fireEvent.pointerDown(svg, { clientX: 1, clientY: 4, pointerId: 1 });
  await fireEvent.pointerUp(svg, { clientX: 1, clientY: 4, pointerId: 1 });
  expect(onchoose).toHaveBeenCalledWith(['h231'], true);
  vi.restoreAllMocks();
});
