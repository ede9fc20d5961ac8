/** What a table is made of. */
export interface TableColumn<R> {
  id: string;
  head: string;
  /** What the column is put in order by; words by the alphabet, numbers by size, null last. */
  by: (row: R) => string | number | null;
  /** What is read; the value itself where left out. */
  text?: (row: R) => string;
  /** Left out until it is chosen. */
  apart?: boolean;
  /** It cannot be put in order by this. */
  unordered?: boolean;
}
export interface TableOrder {
  /** A column. */
  by: string;
  down: boolean;
}
