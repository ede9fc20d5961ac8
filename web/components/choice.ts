/** One of a list to choose from. */
export interface Choice {
  id: string;
  name: string;
  /** Said beside the name. */
  note?: string;
}
