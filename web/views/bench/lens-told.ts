/** Where a lens usually stands: what is offered first. */
import type { View } from '../../../core/landmarks.js';
import type { Observation } from '../../../core/formats/observation.js';

export type Told = NonNullable<Observation['camera']>;
/** Three metres away and sixty centimetres up; from above, held over the mat. */
export const usualLensOf = (view: View): Told => ({ distance: 3, height: view === 'above' ? 2.1 : 0.6 });
