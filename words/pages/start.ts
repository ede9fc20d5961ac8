/** What is said on a studio’s first day. */

export const tryPage = {
  andHowItShould: (name: string): string => `${name}, and how it should look`,
};
