/** The words of the first steps in a new studio, and of a hold to try it on. */
export const TRIAL = {
  title: 'Try it on a drawn body',
  says: 'A made-up person holds a plank. Nothing of this is kept.',
  dealing: 'Drawing the hold …',
  none: 'This hall’s methods judge nothing in a forearm plank that can be drawn. Watch a person instead.',
  how: 'Start the clock. Tap what goes, when it goes. The hold ends by itself.',
  toResult: 'To the result',
  result: 'The result, as you get it for a person',
  why: 'What may lie behind it',
  tests: 'For a person, quick tests and answers tell these apart.',
  say: 'What to say or do',
  drills: 'Drills for it',
  next: 'What next?',
  nextSays: 'Watch somebody in the hall. You can start the clock first and say afterwards whose hold it was.',
  bench: 'Watch somebody',
  another: 'Try another',
  steps: 'Back to the first steps',
  careful:
    'Stop on pain, numbness, dizziness, chest discomfort or unusual breathlessness. This helps a coach and clears nobody; local rules and licensed practice come first.',
} as const;

export const START = {
  title: 'First steps',
  says: 'Four steps to the first result. Leave whenever you like: they are here again from Studio.',
  done: 'done',
  hall: { title: 'Your hall', says: 'Its name, its time zone, its units and what lies in the kit room.', keep: 'Keep' },
  ownersHall: 'The owner keeps the hall’s name, time zone and kit.',
  try: {
    title: 'See how it works',
    says: 'Watch a drawn body hold a plank until its line breaks. Tap what goes, and read the result.',
    go: 'Try it on a drawn body',
  },
  person: {
    title: 'The first person',
    says: 'Name, height and weight are enough. Or bring in the list you have.',
    go: 'Add a person',
    list: 'Bring a list in',
    known: (count: number): string => (count === 1 ? '1 person is here.' : `${count} people are here.`),
  },
  watch: {
    title: 'The first hold',
    says: 'Ask the stop signs, then watch a hold. The result says what went first, why, and what to do about it.',
    go: 'Watch a hold',
  },
  next: {
    title: 'And then',
    says: 'Look again in two weeks. In between:',
    plan: 'make a programme to do at home',
    class: 'plan a class',
    ladders: 'see the ladders',
    practise: 'practise your eye',
  },
  floor: 'Nobody is in this studio yet. Four steps lead to the first result. Or try it first, without anybody.',
} as const;
