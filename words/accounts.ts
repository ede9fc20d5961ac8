/** What each role may, in a few words. */
export const ROLE_WORDS = {
  owner: 'everything, accounts too',
  coach: 'everybody; may change records',
  assistant: 'people of the groups chosen; logs looks',
} as const;
