import type { Drill } from '../../formats/catalog.js';

export type Seed = Pick<Drill, 'id' | 'name' | 'families' | 'causes' | 'how' | 'selfCheck'> & Partial<Drill>;
const PLACE = { teach: 'warm-up', ease: 'warm-up', lengthen: 'after', wake: 'warm-up', use: 'end' } as const;
const KIND = { teach: 'brace-and-breathe', ease: 'lengthen', lengthen: 'lengthen', wake: 'hold', use: 'hold' } as const;
const ROLE = { teach: 'teach', ease: 'ease', lengthen: 'lengthen', wake: 'wake', use: 'moderate-holds' } as const;
/** What most records of a phase share; each says what differs. */
export const ofPhase = (phase: Drill['phase'], seeds: readonly Seed[]): Drill[] =>
  seeds.map((seed) => ({ phase, role: ROLE[phase], kind: KIND[phase], place: PLACE[phase], kit: ['mat'], excludedBy: [], changedBy: {}, plane: 'forward', limbs: 'both', space: 'mat', breath: 'Quiet in, long out.', watch: [], minutes: 4, ...seed }));
