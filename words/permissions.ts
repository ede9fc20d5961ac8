/** What a permission is for, unless a coach writes something else. */

export const PURPOSES: Readonly<Record<'pictures' | 'hands-on', string>> = {
  pictures: 'comparing positions over time',
  'hands-on': 'a hand on back, ribs or shoulders',
};
