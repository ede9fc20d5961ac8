import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { scriptGroup, type KnownModule } from './script-groups.js';

/** Who imports whom, and which pages are fetched by the router: `page` is fetched, the rest run before what imports them. */
function graph(imports: Record<string, string[]>, fetched: Record<string, string[]> = {}) {
  const known = new Map<string, KnownModule>();
  const of = (id: string): { importers: string[]; dynamicImporters: string[] } => {
    const there = known.get(id) ?? { importers: [], dynamicImporters: [] };
    known.set(id, there);
    return there as { importers: string[]; dynamicImporters: string[] };
  };
  for (const [from, to] of Object.entries(imports)) for (const id of to) of(id).importers.push(from);
  for (const [from, to] of Object.entries(fetched)) for (const id of to) of(id).dynamicImporters.push(from);
  return (id: string): KnownModule | null => known.get(id) ?? null;
}
const page = (name: string): string => `/web/views/${name}Page.vue`;
const many = Array.from({ length: 14 }, (_, i) => page(`Place${i}`));

describe('what pages share', () => {
  test('by two of the floor lies with the floor, through whatever lies between', () => {
    const pages = [page('Bench'), page('Person')];
    const know = graph(
      { [page('Bench')]: ['/core/judge.ts'], [page('Person')]: ['/web/b.vue'], '/web/b.vue': ['/core/judge.ts'] },
      { '/web/router.ts': pages },
    );
    expect(scriptGroup('/core/judge.ts', know)).toBe('floor');
    expect(scriptGroup('/web/b.vue', know)).toBeNull();
  });
  test('by most lies with what all share; a part of one page does not', () => {
    const know = graph(
      { ...Object.fromEntries(many.map((p) => [p, ['/web/button.vue']])), [page('Bench')]: ['/web/pads.vue'] },
      { '/web/router.ts': [...many, page('Bench')] },
    );
    expect(scriptGroup('/web/button.vue', know)).toBe('shared');
    expect(scriptGroup('/web/pads.vue', know)).toBeNull();
    expect(scriptGroup(page('Bench'), know)).toBeNull();
  });
  test('a page that is a part of another one counts as that one', () => {
    const know = graph(
      { [page('Bench')]: [page('Look')], [page('Look')]: ['/web/eye.vue'] },
      { '/web/router.ts': [page('Bench')] },
    );
    expect(scriptGroup('/web/eye.vue', know)).toBeNull();
  });
  test('what opens without an account lies apart from what does not, and what draws the body by itself', () => {
    const pages = [page('Bench'), page('Person'), page('Solo')];
    const know = graph(
      {
        ...Object.fromEntries(pages.map((p) => [p, ['/web/dose.vue', '/web/FigureView.vue']])),
        '/web/FigureView.vue': ['/core/body.ts'],
      },
      { '/web/router.ts': pages },
    );
    expect(scriptGroup('/web/dose.vue', know)).toBe('open');
    expect(scriptGroup('/core/body.ts', know)).toBe('figure');
    const closed = graph(Object.fromEntries(many.map((p) => [p, ['/web/table.vue']])), { '/web/router.ts': many });
    expect(scriptGroup('/web/table.vue', closed)).toBe('shared');
  });
  test.each(['/web/main.ts', '/web/start.ts'])('what %s fetches, and all that runs before it, stays', (start) => {
    const know = graph(
      {
        ...Object.fromEntries(many.map((p) => [p, ['/core/zod.ts']])),
        '/api/routes.ts': ['/core/zod.ts'],
      },
      { '/web/router.ts': many, [start]: ['/api/routes.ts'] },
    );
    expect(scriptGroup('/core/zod.ts', know)).toBeNull();
  });
  test('what the door needs stays though every page needs it', () => {
    const know = graph(Object.fromEntries([...many, page('SignIn')].map((p) => [p, ['/web/box.vue']])), {
      '/web/router.ts': [...many, page('SignIn')],
    });
    expect(scriptGroup('/web/box.vue', know)).toBeNull();
  });
  test('circles of imports end, and more pages never take a module out of the shared file', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(30), fc.nat(30)), { maxLength: 80 }),
        fc.nat(30),
        fc.nat(14),
        (edges, id, extra) => {
          const imports: Record<string, string[]> = {};
          for (const [from, to] of edges) (imports[`/core/${from}.ts`] ??= []).push(`/core/${to}.ts`);
          many.slice(0, extra).forEach((p) => (imports[p] = ['/core/3.ts']));
          const fetched = { '/web/router.ts': [...many, page('Bench')] };
          const before = scriptGroup(`/core/${id}.ts`, graph(imports, fetched));
          const all = Object.fromEntries(many.map((p) => [p, ['/core/3.ts']]));
          const after = scriptGroup(`/core/${id}.ts`, graph({ ...imports, ...all }, fetched));
          if (before === 'shared') expect(after).toBe('shared');
          if (id === 3) expect(after).toBe('shared');
        },
      ),
    );
  });
});
