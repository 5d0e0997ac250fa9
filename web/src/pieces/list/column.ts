/** A column of a list. */
export interface Column {
  name: string;
  /** What tells it from others, where their names do not. */
  key?: string;
  /** Whether what is in it stands at its right: figures. */
  right?: boolean;
  /** In pixels; what is left over where it is left out. */
  width?: number;
  title?: string;
  /** By what its head puts the list in order; nothing where it cannot. */
  sort?: string;
}
