/** What the coach wants of the choice of drills. */
export interface DrillWishes {
  minutes: number;
  pins: string[];
  bans: string[];
}
