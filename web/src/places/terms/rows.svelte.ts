import type { Schemas } from '../../api/client';

type Sheet = Schemas['RowSheet'];

/** The place of a row that is not there. */
const GONE = -1;
export type Table = Schemas['RowTable'];

/** A row as it would be: one that is there, or a new one. */
export interface Shown {
  /** Tells rows apart while they are typed over. */
  id: string;
  /** Its place in the table; null for a new one. */
  row: number | null;
  /** By column, as typed. */
  values: Record<string, string>;
  gone: boolean;
}

interface Edit {
  file: string;
  fresh: boolean;
  values: Record<string, string> | null;
}

/**
 * What somebody typed over on a vendor's rows; what is as saved is not kept. Rows are known by what
 * tells them apart, so that an edit stays with its row when somebody else's save moves it.
 */
export class RowEdits {
  #edits = $state.raw<Record<string, Edit>>({});
  #made = 0;

  readonly any = $derived(Object.keys(this.#edits).length > 0);

  static id(table: Table, cells: Schemas['RowCells']): string {
    const key = table.columns.flatMap((c, n) => (c.fixed ? [cells.values[n] ?? ''] : []));
    return `${table.file}:${JSON.stringify(key)}`;
  }

  /** The table as it would be, new rows last. */
  rows(table: Table): Shown[] {
    const there = table.rows.map((cells, row) => {
      const id = RowEdits.id(table, cells);
      const edit = this.#edits[id];
      return {
        id,
        row,
        values: { ...saved(table, cells), ...edit?.values },
        gone: edit !== undefined && edit.values === null,
      };
    });
    const fresh = Object.entries(this.#edits)
      .filter(([, edit]) => edit.file === table.file && edit.fresh)
      .map(([id, edit]) => ({ id, row: null, values: edit.values ?? {}, gone: false }));
    return [...there, ...fresh];
  }

  isChanged(row: Shown, column: string): boolean {
    return this.#edits[row.id]?.values?.[column] !== undefined;
  }

  set(table: Table, row: Shown, column: string, value: string) {
    const before = row.row === null ? null : saved(table, table.rows[row.row]!);
    const typed = { ...this.#edits[row.id]?.values, [column]: value };
    const values = Object.fromEntries(
      Object.entries(typed).filter(([name, said]) => before?.[name] !== said),
    );
    const same = before !== null && Object.keys(values).length === 0;
    this.#put(row.id, same ? null : { file: table.file, fresh: row.row === null, values });
  }

  /** One row more, to be filled in. */
  add(table: Table) {
    this.#put(`new:${++this.#made}`, { file: table.file, fresh: true, values: {} });
  }

  /** Takes a row out, or brings it back; a new one was never there. */
  toggle(table: Table, row: Shown) {
    const back = row.gone || row.row === null;
    this.#put(row.id, back ? null : { file: table.file, fresh: false, values: null });
  }

  clear() {
    this.#edits = {};
  }

  /** The row of the edit at that place, as the server counts them. */
  idAt(place: number): string | undefined {
    return Object.keys(this.#edits)[place];
  }

  /** As the server takes it; a row that somebody else took out meanwhile is none of its. */
  body(sheet: Sheet, why: string | null): Schemas['RowsEdit'] {
    const rows = Object.entries(this.#edits).map(([id, edit]) => {
      const table = sheet.tables.find((one) => one.file === edit.file);
      const place = table?.rows.findIndex((cells) => RowEdits.id(table, cells) === id) ?? GONE;
      return { file: edit.file, row: edit.fresh ? null : place, values: edit.values };
    });
    return { state: sheet.state, why, rows };
  }

  #put(id: string, edit: Edit | null) {
    const others = Object.fromEntries(Object.entries(this.#edits).filter(([key]) => key !== id));
    const known = id in this.#edits;
    // One that is typed over again keeps its place: faults are told by it.
    this.#edits = !edit
      ? others
      : known
        ? { ...this.#edits, [id]: edit }
        : { ...others, [id]: edit };
  }
}

function saved(table: Table, cells: Schemas['RowCells']): Record<string, string> {
  return Object.fromEntries(
    table.columns.map((column, n) => [column.column, cells.values[n] ?? '']),
  );
}

export type { Sheet };
