/** What a measure is: its words, what it needs, and how it is computed. */
import type { Body } from '../body/anthropometry.js';
import type { UprightFrame } from './frame.js';
import type { LandmarkName, View } from '../landmarks.js';
import type { Depths } from './lens.js';

export type MeasureUnit = 'deg' | '%' | 'cm';

export interface MeasureContext {
  /** Where the body line ends: the knee on rungs on the knees or with bent knees. */
  chordEnd: 'ankle' | 'knee';
  /** What stands under the shoulder. */
  support: 'elbow' | 'wrist';
  /** Judge the support against the floor (plumb) or against the trunk (square; raised surfaces). */
  stack: 'floor' | 'trunk';
  body: Body;
  /** Stature is known, so that body proportions give centimetres. */
  statureKnown: boolean;
  pixelsPerMetre?: number;
  /** Where the camera stands; the side when not given. */
  view?: View;
  /** How the body stands before a lens in front, behind or over it; what it is beside one when not given. */
  depths?: Depths;
  /** The supporting or working side, where one is declared. */
  side?: 'left' | 'right';
  /** Body line of the start frame, degrees: what `hip-line-change` counts from. */
  startLine?: number;
}

export interface MeasureDefinition {
  id: string;
  name: string;
  unit: MeasureUnit;
  /** What the sign says, in words. */
  reads: { positive: string; negative: string };
  needs: (context: MeasureContext) => readonly LandmarkName[];
  /** Landmarks that are used where they are placed; without them the value is an estimate. */
  better?: readonly LandmarkName[];
  /** One standard deviation of what the estimate itself does not know, same unit; added where a landmark of `better` is missing. */
  estimateSd?: number;
  needsFloor?: boolean;
  /** Views that show it; the side view alone when missing. */
  views?: readonly View[];
  /**
   * The value of one side, where the measure is that of the side that is further off: the side is chosen once, so that a number and its error
   * belong to one knee.
   */
  ofSide?: (frame: UprightFrame, context: MeasureContext, side: 'l' | 'r') => number;
  /** @returns null where the scale is not known */
  compute: (frame: UprightFrame, context: MeasureContext) => number | null;
}
