/** What is wrong with a field of a form, as the end of a sentence that begins with “This”. */
import type { z } from 'zod';

/** Where a schema has no words of its own for what is wrong. */
export function wrongWords(issue: z.core.$ZodRawIssue): string {
  const { input } = issue;
  const empty = input === undefined || input === null || input === '';
  switch (issue.code) {
    case 'invalid_type':
      if (empty) return 'is missing';
      return issue.expected === 'int' ? 'must be a whole number' : `must be a ${issue.expected}`;
    case 'too_small':
      if (issue.origin === 'string') return empty ? 'is missing' : `must have ${issue.minimum} characters or more`;
      if (issue.origin === 'array') return issue.minimum === 1 ? 'is missing' : `needs ${issue.minimum} or more`;
      return issue.inclusive === false ? `must be more than ${issue.minimum}` : `must be ${issue.minimum} or more`;
    case 'too_big':
      if (issue.origin === 'string') return `is longer than ${issue.maximum} characters`;
      if (issue.origin === 'array') return `can have ${issue.maximum} at most`;
      return issue.inclusive === false ? `must be less than ${issue.maximum}` : `must be ${issue.maximum} or less`;
    case 'invalid_format':
      if (empty) return 'is missing';
      return issue.format === 'email'
        ? 'is no e-mail address'
        : issue.format === 'date'
          ? 'is no date'
          : 'cannot be read';
    case 'invalid_value':
      return empty ? 'is missing' : 'is none of the choices';
    default:
      return 'cannot be taken as it is';
  }
}
/** The sentence under a field. @param wrong what a schema says: “is missing” */
export const wrongSentence = (wrong: string): string => `This ${wrong}${/[.!?]$/.test(wrong) ? '' : '.'}`;
