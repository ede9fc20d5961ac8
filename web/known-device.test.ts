/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { ACCOUNT_KEY, askForWhatIsBehind, opensMoreThanTheDoor } from './known-device.js';

beforeEach(() => {
  localStorage.clear();
  document.head.innerHTML = '';
  history.replaceState(null, '', '/');
});

describe('what a device asks for first', () => {
  test('one that knows nobody opens the door, one that knows somebody more than that', () => {
    expect(opensMoreThanTheDoor()).toBe(false);
    localStorage.setItem(ACCOUNT_KEY, '{}');
    expect(opensMoreThanTheDoor()).toBe(true);
  });
  test('an address of a page is behind the door, the door’s own is not', () => {
    history.replaceState(null, '', '/sign-in?then=/people');
    expect(opensMoreThanTheDoor()).toBe(false);
    history.replaceState(null, '', '/s/a-link');
    expect(opensMoreThanTheDoor()).toBe(true);
  });
  test('the scripts that the page names are asked for, and nothing where it names none', () => {
    askForWhatIsBehind();
    expect(document.head.querySelectorAll('link')).toHaveLength(0);
    document.head.innerHTML = '<meta name="behind-the-door" content="/assets/a.js /assets/b.js">';
    askForWhatIsBehind();
    const links = [...document.head.querySelectorAll('link')];
    expect(links.map((l) => [l.rel, l.getAttribute('href')])).toEqual([
      ['modulepreload', '/assets/a.js'],
      ['modulepreload', '/assets/b.js'],
    ]);
  });
});
