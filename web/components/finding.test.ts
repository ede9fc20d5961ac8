import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../../core/catalog/shipped.js';
import { findable, findAll } from './finding.js';

const known = findable(catalog, 'owner');
const names = (typed: string): string[] => findAll(known, typed).map((h) => h.name);

describe('the finder', () => {
  test('finds what a coach calls it: by the start of its name first', () => {
    expect(names('hollow')[0]).toBe('Hollow hold');
    expect(findAll(known, 'hips sag')[0]).toMatchObject({ kind: 'fault', to: '/library?kind=faults&id=hip-sag' });
    expect(names('inbox')[0]).toBe('Inbox');
    expect(findAll(known, 'forearms')[0]).toMatchObject({ kind: 'version', to: '/ladders?at=front-plank/forearm' });
  });
  test('also by what is said of it', () => {
    expect(names('import')).toContain('Bring records in');
    expect(names('add a person')).toContain('People');
  });
  test('shows the places while nothing is typed, fewer to who is no coach', () => {
    const places = findAll(known, '  ', 50);
    expect(places.every((p) => p.kind === 'place')).toBe(true);
    const others = findAll(findable(catalog, 'assistant'), '', 50).map((p) => p.name);
    expect(others).toContain('Bench');
    expect(others).not.toContain('Inbox');
    expect(places.length).toBeGreaterThan(others.length);
  });
  test('finds everything by its own name, whatever signs are in it', () => {
    for (const k of known) {
      const found = findAll(known, k.name, 1000);
      expect(found.some((h) => h.to === k.to && h.name === k.name)).toBe(true);
    }
    fc.assert(fc.property(fc.string(), (typed) => void findAll(known, typed)));
  });
  test('leads only where something is', () => {
    for (const { to } of known.filter((k) => k.to.startsWith('/ladders?')))
      expect(catalog.rungs.some((r) => to.endsWith(`${r.family}/${r.id}`))).toBe(true);
  });
});
