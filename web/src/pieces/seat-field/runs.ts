import type { Texture } from '../../state/states';

/** The usual room of a cell with the gap beside it, in pixels. */
export const USUAL_STEP = 14;
const LEAST_STEP = 2;
const MOST_HEIGHT = 560;
const FADED_STEPS = 8;

/** From here on a cell is too small for an outline of its own, and like ones are drawn as one. */
export const RUNS_BELOW = 8;

/** How much room a cell gets, so that the field of so many stays on the page. */
export function stepFor(cells: number, width: number): number {
  // Before it is laid out there is nothing to fit into.
  if (width <= 0) return USUAL_STEP;
  const fits = Math.floor(Math.sqrt((width * MOST_HEIGHT) / Math.max(1, cells)));
  return Math.min(USUAL_STEP, Math.max(LEAST_STEP, fits));
}

/** Cells beside each other in one row that look alike. */
export interface Run {
  column: number;
  row: number;
  length: number;
}

/** The rows' stretches of cells with the same look, in order; cells without a look are left out. */
export function runsOf<T>(
  cells: readonly T[],
  columns: number,
  look: (cell: T, n: number) => string | null,
): (Run & { look: string })[] {
  const runs: (Run & { look: string })[] = [];
  cells.forEach((cell, n) => {
    const is = look(cell, n);
    const [column, row] = [n % columns, Math.floor(n / columns)];
    const last = runs.at(-1);
    if (is === null) return;
    if (last?.look === is && last.row === row && last.column + last.length === column) {
      last.length++;
    } else {
      runs.push({ column, row, length: 1, look: is });
    }
  });
  return runs;
}

/** The look of a small cell: its texture, and in a few steps how long ago it was used. */
export function lookOf(cell: { texture: Texture; faded?: number }): string {
  return `${cell.texture} ${Math.round((cell.faded ?? 1) * FADED_STEPS) / FADED_STEPS}`;
}
