/** The skills that people work toward. */
export interface SkillGoal {
  id: string;
  name: string;
  /** `family/rung` that is the skill. */
  at: string;
}
export const skillGoals: readonly SkillGoal[] = [
  { id: 'handstand-line', name: 'Handstand line', at: 'handstand/free' },
  { id: 'hanging-raise', name: 'Hanging raise', at: 'hanging/full' },
  { id: 'dragon-flag', name: 'Dragon flag', at: 'dragon-flag/full' },
  { id: 'front-lever', name: 'Front lever', at: 'front-lever/full' },
  { id: 'push-up', name: 'Push-up', at: 'push-up/full' },
];
